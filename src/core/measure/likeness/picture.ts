import { renderImage, type ImageMaterial } from "../../chain/run-image";
import type { Resources } from "../../chain/active";
import type { Chain } from "../../chain/model";
import { ciede2000, type Lab } from "../../colour/ciede2000";
import { linearToLab } from "../../colour/lab";
import { decodeSrgb } from "../../colour/srgb";
import type { Frame } from "../../picture/frame";
import { apartBy, rmsApart, type Apart } from "./define";
import { whiteNoise } from "./noise";

/*
 * What a picture is like, in figures that say nothing of what is where in it; and what a chain does, as what becomes of a
 * chart. Colours are CIE L*a*b* (CIE 15:2004), as far as a screen shows them; differences between them CIEDE2000 (Sharma,
 * Wu, Dalal 2005; see `ciede2000`). The chart's patches and the weights of the parts are the project's own.
 */

interface LabPicture extends Frame {
  /** L, a and b, row by row. */
  readonly lab: readonly [Float32Array, Float32Array, Float32Array];
}

const shownOf = (v: number): number => Math.min(1, Math.max(0, v));

function inLab({ planes: [r, g, b], width, height }: ImageMaterial): LabPicture {
  const count = width * height;
  const lab = [0, 1, 2].map(() => new Float32Array(count)) as [Float32Array, Float32Array, Float32Array];
  for (let i = 0; i < count; i++) {
    const colour = linearToLab(shownOf(r[i]), shownOf(g[i]), shownOf(b[i]));
    for (let c = 0; c < 3; c++) lab[c][i] = colour[c];
  }
  return { width, height, lab };
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Level in dB of what lightness does within boxes of 2, 4 and 8 pixels, a level of detail each; of an area. */
function detail({ lab: [light], width }: LabPicture, { left, top, right, bottom }: Box): number[] {
  let [w, h] = [right - left, bottom - top];
  let plane = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    plane.set(light.subarray((top + y) * width + left, (top + y) * width + right), y * w);
  return details.map(() => {
    const [halfW, halfH] = [w >> 1, h >> 1];
    const half = new Float32Array(halfW * halfH);
    let sum = 0;
    for (let y = 0; y < halfH; y++)
      for (let x = 0; x < halfW; x++) {
        const i = 2 * y * w + 2 * x;
        const four = [plane[i], plane[i + 1], plane[i + w], plane[i + w + 1]];
        const middle = (four[0] + four[1] + four[2] + four[3]) / 4;
        half[y * halfW + x] = middle;
        for (const v of four) sum += (v - middle) ** 2;
      }
    const rms = Math.sqrt(sum / Math.max(1, 4 * halfW * halfH));
    [plane, w, h] = [half, halfW, halfH];
    return 20 * Math.log10(Math.max(faintest, rms));
  });
}
const details = [1, 2, 4];
/** L*: less is flat. */
const faintest = 0.05;

/** Figures of a picture: colours of ninths of its pixels from dark to light, of six hues, detail, fall-off to the border. */
const zones = 9;
const hues = 6;
/** L, a, b and the share of pixels of each hue. */
const hueFigures = 4;
const at = {
  hues: zones * 3,
  detail: zones * 3 + hues * hueFigures,
  border: zones * 3 + hues * hueFigures + 3,
};
const pictureFigures = at.border + 1;
/** C*: less has no hue to speak of. */
const grey = 6;
const lightnessSteps = 400;

/** What a picture is like. */
export function pictureLike(material: ImageMaterial): Float32Array {
  const picture = inLab(material);
  const { lab, width, height } = picture;
  const [L, A, B] = lab;
  const count = width * height;
  const out = new Float32Array(pictureFigures);
  // Sorted by lightness, finely enough; each zone takes its share of a step that lies across its border.
  const sums = Array.from({ length: 4 }, () => new Float64Array(lightnessSteps));
  for (let i = 0; i < count; i++) {
    const step = Math.min(lightnessSteps - 1, Math.max(0, Math.floor((L[i] / 100) * lightnessSteps)));
    sums[0][step]++;
    sums[1][step] += L[i];
    sums[2][step] += A[i];
    sums[3][step] += B[i];
  }
  let [zone, room] = [0, count / zones];
  for (let step = 0; step < lightnessSteps; step++)
    for (let left = sums[0][step]; left > 1e-6;) {
      const taken = zone === zones - 1 ? left : Math.min(left, room);
      for (let c = 0; c < 3; c++)
        out[zone * 3 + c] += (sums[1 + c][step] / sums[0][step]) * taken * (zones / count);
      left -= taken;
      room -= taken;
      if (room <= 1e-6) [zone, room] = [Math.min(zones - 1, zone + 1), count / zones];
    }
  let [inner, outer, inside, outside] = [0, 0, 0, 0];
  for (let i = 0; i < count; i++) {
    const chroma = Math.hypot(A[i], B[i]);
    if (chroma > grey) {
      const turn = Math.atan2(B[i], A[i]) / (2 * Math.PI) + 1;
      const hue = at.hues + (Math.floor(turn * hues) % hues) * hueFigures;
      out[hue] += L[i];
      out[hue + 1] += A[i];
      out[hue + 2] += B[i];
      out[hue + 3]++;
    }
    const [x, y] = [((i % width) + 0.5) / width - 0.5, (Math.floor(i / width) + 0.5) / height - 0.5];
    if (Math.max(Math.abs(x), Math.abs(y)) > 0.35) [outer, outside] = [outer + L[i], outside + 1];
    else [inner, inside] = [inner + L[i], inside + 1];
  }
  for (let hue = at.hues; hue < at.detail; hue += hueFigures) {
    const n = out[hue + 3];
    for (let c = 0; c < 3; c++) out[hue + c] /= Math.max(1, n);
    out[hue + 3] = n / count;
  }
  out.set(detail(picture, { left: 0, top: 0, right: width, bottom: height }), at.detail);
  out[at.border] = outer / Math.max(1, outside) - inner / Math.max(1, inside);
  return out;
}

const labAt = (values: ArrayLike<number>, i: number): Lab => [values[i], values[i + 1], values[i + 2]];

/** CIEDE2000 that a hue which only one of two pictures has counts as. */
const missingHue = 30;

/** How far apart two pictures are, as a difference of colours. */
export function picturesApart(a: Float32Array, b: Float32Array): Apart {
  let [tones, hueSum] = [0, 0];
  for (let zone = 0; zone < zones; zone++) tones += ciede2000(labAt(a, zone * 3), labAt(b, zone * 3)) / zones;
  for (let hue = at.hues; hue < at.detail; hue += hueFigures) {
    const [shareA, shareB] = [a[hue + 3], b[hue + 3]];
    if (shareA > 0 && shareB > 0)
      hueSum += Math.sqrt(shareA * shareB) * ciede2000(labAt(a, hue), labAt(b, hue));
    hueSum += missingHue * 0.5 * Math.abs(shareA - shareB);
  }
  return apartBy([
    { name: "tone and colour", apart: tones },
    { name: "hues", apart: hueSum },
    { name: "detail", apart: 0.3 * rmsApart(a, b, at.detail, at.border) },
    { name: "fall-off", apart: 0.5 * Math.abs(a[at.border] - b[at.border]) },
  ]);
}

/* The chart: 7 × 5 patches on grey, a strip of detail below them. */
const size: Frame = { width: 128, height: 96 };
const patch = 12;
const columns = 7;
const rows = 5;
const field = { left: 22, top: 8 };
const strip: Box = { left: 22, top: 72, right: 106, bottom: 88 };
const flat: Box = { left: 4, top: 30, right: 18, bottom: 66 };
const middleGrey = 0.466;
const greys = 9;

/** sRGB from hue in turns, saturation and lightness, 0…1. Source: CSS Color 4, 7.1. */
function fromHsl(h: number, s: number, l: number): readonly number[] {
  return [0, 8, 4].map((n) => {
    const k = (n + h * 12) % 12;
    return l - s * Math.min(l, 1 - l) * Math.max(-1, Math.min(k - 3, 9 - k, 1));
  });
}

/** sRGB of the patches: greys, eight hues light, middle and dark, and two of skin. */
const patches: readonly (readonly number[])[] = [
  ...Array.from({ length: greys }, (_, i) => [0, 0, 0].map(() => 0.02 + (0.96 * i) / (greys - 1))),
  ...[
    [0.6, 0.5],
    [0.35, 0.75],
    [0.8, 0.25],
  ].flatMap(([s, l]) => Array.from({ length: 8 }, (_, hue) => fromHsl(hue / 8, s, l))),
  [0.85, 0.66, 0.55],
  [0.45, 0.3, 0.22],
];

const boxOf = (i: number): Box => {
  const [left, top] = [field.left + (i % columns) * patch, field.top + Math.floor(i / columns) * patch];
  return { left: left + 3, top: top + 3, right: left + patch - 3, bottom: top + patch - 3 };
};

let made: ImageMaterial | undefined;

function chart(): ImageMaterial {
  if (made) return made;
  const { width, height } = size;
  const planes = [0, 1, 2].map(() => new Float32Array(width * height).fill(decodeSrgb(middleGrey)));
  const noise = whiteNoise(7);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [column, row] = [Math.floor((x - field.left) / patch), Math.floor((y - field.top) / patch)];
      const isPatch = column >= 0 && column < columns && row >= 0 && row < rows;
      const grain = noise();
      const isDetail = x >= strip.left && x < strip.right && y >= strip.top && y < strip.bottom;
      if (isPatch)
        planes.forEach((p, c) => (p[y * width + x] = decodeSrgb(patches[row * columns + column][c])));
      else if (isDetail) {
        // Something at every scale: stripes of two widths and noise.
        const v = middleGrey + 0.08 * grain + (x & 4 ? 0.06 : -0.06) + (y & 2 ? 0.05 : -0.05);
        for (const p of planes) p[y * width + x] = decodeSrgb(v);
      }
    }
  return (made = { ...size, planes });
}

const imprintAt = {
  detail: patches.length * 3,
  fallOff: patches.length * 3 + 3,
  grain: patches.length * 3 + 4,
};
/** Numbers in what a chain leaves on the chart. */
export const pictureImprintLength = imprintAt.grain + 1;

/** A part of the chart in a picture made of it, which may have another size. */
const within = ({ width, height }: Frame, { left, top, right, bottom }: Box): Box => ({
  left: Math.min(width - 1, Math.round((left * width) / size.width)),
  top: Math.min(height - 1, Math.round((top * height) / size.height)),
  right: Math.max(1, Math.round((right * width) / size.width)),
  bottom: Math.max(1, Math.round((bottom * height) / size.height)),
});

/** Mean of a plane over a part of it, and how far its values are spread about that. */
function meanOf(plane: Float32Array, width: number, { left, top, right, bottom }: Box): [number, number] {
  let [sum, squares, n] = [0, 0, 0];
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++, n++) {
      const v = plane[y * width + x];
      sum += v;
      squares += v * v;
    }
  const mean = sum / Math.max(1, n);
  return [mean, Math.sqrt(Math.max(0, squares / Math.max(1, n) - mean * mean))];
}

const corners: readonly Box[] = [
  [0, 0],
  [size.width - 8, 0],
  [0, size.height - 8],
  [size.width - 8, size.height - 8],
].map(([left, top]) => ({ left, top, right: left + 8, bottom: top + 8 }));

function figures(material: ImageMaterial): Float32Array {
  const picture = inLab(material);
  const { lab, width } = picture;
  const out = new Float32Array(pictureImprintLength);
  patches.forEach((_, i) => {
    const box = within(picture, boxOf(i));
    for (let c = 0; c < 3; c++) [out[i * 3 + c]] = meanOf(lab[c], width, box);
  });
  out.set(detail(picture, within(picture, strip)), imprintAt.detail);
  for (const corner of corners)
    out[imprintAt.fallOff] += meanOf(lab[0], width, within(picture, corner))[0] / 4;
  const [middle, spread] = meanOf(lab[0], width, within(picture, flat));
  out[imprintAt.fallOff] -= middle;
  out[imprintAt.grain] = spread;
  return out;
}

let known: Float32Array | undefined;
const untouched = () => (known ??= figures(chart()));

/**
 * What a chain leaves on the chart, as differences from the chart itself: Lab of its patches, detail in dB, fall-off and
 * grain in L*. A chain that does nothing leaves zeros. Null where an effect or a file of it is not here.
 */
export function pictureImprint(chain: Chain, resources: Resources = {}): Float32Array | null {
  const rendered = renderImage(chain, chart(), 100, resources);
  if (rendered.missing.length > 0) return null;
  const before = untouched();
  return figures(rendered).map((v, i) => v - before[i]);
}

/** How far apart what two chains do is, as a difference of colours. */
export function pictureImprintsApart(a: ArrayLike<number>, b: ArrayLike<number>): Apart {
  const before = untouched();
  const patchApart = (i: number) => {
    const [of, from] = [labAt(before, i * 3), i * 3];
    const moved = (by: ArrayLike<number>): Lab => [
      of[0] + by[from],
      of[1] + by[from + 1],
      of[2] + by[from + 2],
    ];
    return ciede2000(moved(a), moved(b));
  };
  let [tone, colour] = [0, 0];
  for (let i = 0; i < patches.length; i++) {
    const apart = patchApart(i);
    if (i < greys) tone += apart / greys;
    else colour += apart / (patches.length - greys);
  }
  return apartBy([
    { name: "greys", apart: tone },
    { name: "colours", apart: colour },
    { name: "detail", apart: 0.3 * rmsApart(a, b, imprintAt.detail, imprintAt.fallOff) },
    { name: "fall-off", apart: 0.5 * Math.abs(a[imprintAt.fallOff] - b[imprintAt.fallOff]) },
    { name: "grain", apart: Math.abs(a[imprintAt.grain] - b[imprintAt.grain]) },
  ]);
}

/** Where a colour goes by what became of the patches near it. */
function moved([l, a, b]: Lab, imprint: ArrayLike<number>, share: number): Lab {
  const before = untouched();
  const out = [0, 0, 0];
  let all = 0;
  for (let i = 0; i < patches.length; i++) {
    const apart = (before[i * 3] - l) ** 2 + (before[i * 3 + 1] - a) ** 2 + (before[i * 3 + 2] - b) ** 2;
    // As the fourth power of the distance, so that the nearest count.
    const weight = 1 / (apart * apart + 1);
    all += weight;
    for (let c = 0; c < 3; c++) out[c] += weight * imprint[i * 3 + c];
  }
  return [l + (share * out[0]) / all, a + (share * out[1]) / all, b + (share * out[2]) / all];
}

/** What a picture may be like after a chain that leaves such an imprint; near enough to tell which are worth rendering. */
export function pictureAfter(
  picture: Float32Array,
  imprint: ArrayLike<number>,
  strength: number,
): Float32Array {
  const out = picture.slice();
  const share = strength / 100;
  for (let zone = 0; zone < zones; zone++) out.set(moved(labAt(picture, zone * 3), imprint, share), zone * 3);
  for (let hue = at.hues; hue < at.detail; hue += hueFigures)
    if (picture[hue + 3] > 0) out.set(moved(labAt(picture, hue), imprint, share), hue);
  for (let i = 0; i < 3; i++) out[at.detail + i] += share * imprint[imprintAt.detail + i];
  out[at.border] += 0.5 * share * imprint[imprintAt.fallOff];
  return out;
}
