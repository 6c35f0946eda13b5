import { converter } from "culori";
import { describe, expect, it } from "vitest";
import { hash } from "../../../../testing/effect-values";
import type { Resources } from "../../chain/active";
import type { Json } from "../../chain/model";
import { renderImage, type ImageMaterial } from "../../chain/run-image";
import type { EffectId } from "../registry";

/*
 * What every picture effect does to some colours or pixels, by formulas written anew here or by a library that knows
 * nothing of this project. The conversions between sRGB, OKLab and CIE Lab are culori's (general-purpose, MIT).
 */

type Triple = readonly [number, number, number];
type Values = Record<string, Json>;

const toOklab = converter("oklab");
const toLab = converter("lab65");
const toRgb = converter("rgb");
const oklab = ([r, g, b]: Triple): Triple => {
  const { l, a, b: bb } = toOklab({ mode: "rgb", r, g, b });
  return [l, a, bb];
};
const fromOklab = ([l, a, b]: Triple): Triple => {
  const c = toRgb({ mode: "oklab", l, a, b });
  return [c.r, c.g, c.b];
};
/** IEC 61966-2-1. */
const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const encode = (v: number): number =>
  v < 0 ? -encode(-v) : v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;
const each = (f: (v: number, c: number) => number) => (rgb: Triple) => rgb.map(f) as unknown as Triple;
const linear = (f: (rgb: Triple) => Triple) => (rgb: Triple) => each(encode)(f(each(decode)(rgb)));
const inOklab = (f: (lab: Triple) => Triple) => (rgb: Triple) => fromOklab(f(oklab(rgb)));
const radians = (degrees: number) => (degrees * Math.PI) / 180;
/** Rec. ITU-R BT.709. */
const luma = [0.2126, 0.7152, 0.0722] as const;
const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i], 0);

/** Encoded colours whose channels are distinct and whose results stay within what can be encoded. */
const colours: readonly Triple[] = [
  [0.2, 0.5, 0.35],
  [0.62, 0.41, 0.3],
  [0.33, 0.3, 0.55],
  [0.5, 0.52, 0.47],
  [0.12, 0.09, 0.2],
  [0.75, 0.7, 0.52],
];

const resources: Resources = {
  files: () => ({
    kind: "texture",
    width: 2,
    height: 1,
    planes: [0.25, 0.5, 0.75].map((v) => Float32Array.of(v, v)),
  }),
};
const render = (id: string, values: Values, picture: ImageMaterial, files: Resources = resources) => {
  const result = renderImage(
    { medium: "image", settings: [{ effect: id, values, on: true, mix: 100 }] },
    picture,
    100,
    files,
  );
  expect(result.missing).toEqual([]);
  return result;
};
const row = (pixels: readonly Triple[]): ImageMaterial => ({
  width: pixels.length,
  height: 1,
  planes: [0, 1, 2].map((c) => Float32Array.from(pixels, (p) => decode(p[c]))),
});

/** Each colour by itself becomes what the formula says, wherever it is. */
const point =
  (id: EffectId<"image">, ...cases: readonly (readonly [Values, (rgb: Triple) => Triple])[]) =>
  () => {
    for (const [values, truth] of cases) {
      const { planes } = render(id, values, row(colours));
      colours.forEach((colour, i) => {
        const expected = truth(colour);
        for (let c = 0; c < 3; c++)
          expect(encode(planes[c][i]), `${JSON.stringify(values)} on ${colour}, channel ${c}`).toBeCloseTo(
            expected[c],
            3,
          );
      });
    }
  };

/** A picture whose pixels are all different: red grows to the right, green downwards, blue with both. */
const field = (width: number, height: number): ImageMaterial => ({
  width,
  height,
  planes: [
    Float32Array.from({ length: width * height }, (_, i) => ((i % width) + 1) / (width + 1)),
    Float32Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) + 1) / (height + 1)),
    Float32Array.from({ length: width * height }, (_, i) => (i + 1) / (width * height + 1)),
  ],
});
/** The n-th pixel of the result is the pixel of the picture that `from` names. */
const moved =
  (
    id: EffectId<"image">,
    values: Values,
    size: readonly [number, number],
    from: (x: number, y: number) => readonly [number, number],
  ) =>
  () => {
    const before = field(7, 4);
    const after = render(id, values, before);
    expect([after.width, after.height]).toEqual(size);
    for (let y = 0; y < size[1]; y++)
      for (let x = 0; x < size[0]; x++) {
        const [fx, fy] = from(x, y);
        for (let c = 0; c < 3; c++)
          expect(after.planes[c][y * size[0] + x]).toBe(before.planes[c][fy * before.width + fx]);
      }
  };

const flat = (width: number, height: number, rgb: Triple): ImageMaterial => ({
  width,
  height,
  planes: rgb.map((v) => new Float32Array(width * height).fill(v)),
});
const at = ({ planes, width }: ImageMaterial, x: number, y: number): Triple =>
  planes.map((p) => p[y * width + x]) as unknown as Triple;
const near = (actual: readonly number[], expected: readonly number[], digits = 4) =>
  actual.forEach((v, c) => expect(v, `channel ${c}`).toBeCloseTo(expected[c], digits));
/** A sharp edge down the middle, dark at the left. */
const edge = (size: number): ImageMaterial => ({
  width: size,
  height: size,
  planes: [0.1, 0.2, 0.15].map((dark) =>
    Float32Array.from({ length: size * size }, (_, i) => (i % size < size / 2 ? dark : dark + 0.4)),
  ),
});
const spread = (values: ArrayLike<number>) => {
  const all = Array.from(values);
  const mean = all.reduce((a, b) => a + b) / all.length;
  return Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length);
};

const hueOf = ([, a, b]: Triple) => ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;

const truth = {
  "image.exposure": point(
    "image.exposure",
    [{ exposure: -1 }, linear(each((v) => v / 2))],
    [{ exposure: 0.5 }, linear(each((v) => v * Math.SQRT2))],
  ),
  "image.contrast": point(
    "image.contrast",
    [{ contrast: 150, pivot: 0.18 }, linear(each((v) => 0.18 * (v / 0.18) ** 1.5))],
    [{ contrast: 50, pivot: 0.4 }, linear(each((v) => 0.4 * Math.sqrt(v / 0.4)))],
  ),
  "image.brightness": point(
    "image.brightness",
    [{ brightness: 60 }, each((v) => v + 0.6 * v * (1 - v))],
    [{ brightness: -60 }, each((v) => v - 0.6 * v * (1 - v))],
  ),
  "image.highlights-shadows": point(
    "image.highlights-shadows",
    ...[
      [60, 0],
      [0, -50],
      [-80, 80],
    ].map(([highlights, shadows]): [Values, (rgb: Triple) => Triple] => [
      { highlights, shadows },
      inOklab(([l, a, b]) => {
        const to = l + (shadows / 100) * l * (1 - l) ** 3 + (highlights / 100) * l ** 3 * (1 - l);
        return [to, (a * to) / l, (b * to) / l];
      }),
    ]),
  ),
  "image.black-white-points": point(
    "image.black-white-points",
    [{ black: 20, white: 0 }, each((v) => v + 0.2 * (1 - v) ** 3)],
    [{ black: -10, white: -25 }, each((v) => v - 0.1 * (1 - v) ** 3 - 0.25 * v ** 3)],
  ),
  "image.levels": point("image.levels", [
    { inBlack: 5, inWhite: 90, gamma: 2, outBlack: 10, outWhite: 80 },
    each((v) => 0.1 + 0.7 * ((v - 0.05) / 0.85) ** 0.5),
  ]),
  "image.gamma": point(
    "image.gamma",
    [{ gamma: 2.2 }, each((v) => v ** (1 / 2.2))],
    [{ gamma: 0.5 }, each((v) => v * v)],
  ),
  // Through points of a straight line the curve is that line (Fritsch & Carlson 1980: linear data stays linear).
  "image.tone-curve": point("image.tone-curve", [
    {
      points: [
        [0, 0.1],
        [0.5, 0.4],
        [1, 0.7],
      ],
    },
    each((v) => 0.1 + 0.6 * v),
  ]),
  "image.channel-curves": point("image.channel-curves", [
    {
      red: [
        [0, 0],
        [1, 0.5],
      ],
      green: [
        [0, 0.2],
        [1, 1],
      ],
      blue: [
        [0, 1],
        [1, 0],
      ],
    },
    ([r, g, b]) => [r / 2, 0.2 + 0.8 * g, 1 - b],
  ]),
  "image.white-balance": () => {
    // White under illuminant A (2856 K, CIE 15) becomes grey; a candle-lit picture loses red and gains blue.
    const a: Triple = [1.0985, 1, 0.3558];
    const m = [
      [3.2404542, -1.5371385, -0.4985314],
      [-0.969266, 1.8760108, 0.041556],
      [0.0556434, -0.2040259, 1.0572252],
    ];
    const light = m.map((line) => 0.4 * dot(line, a)) as unknown as Triple;
    for (const method of ["cat16", "bradford"]) {
      const { planes } = render(
        "image.white-balance",
        { temperature: 2856, method },
        { width: 1, height: 1, planes: light.map((v) => Float32Array.of(v)) },
      );
      const [r, g, b] = planes.map((p) => p[0]);
      expect(r / g).toBeCloseTo(1, 1);
      expect(b / g).toBeCloseTo(1, 1);
      expect(light[0] / light[2]).toBeGreaterThan(3);
    }
  },
  "image.saturation": point(
    "image.saturation",
    [{ saturation: 0 }, inOklab(([l]) => [l, 0, 0])],
    [{ saturation: 140 }, inOklab(([l, a, b]) => [l, 1.4 * a, 1.4 * b])],
  ),
  "image.vibrance": point(
    "image.vibrance",
    ...[80, -70].map((vibrance): [Values, (rgb: Triple) => Triple] => [
      { vibrance },
      inOklab(([l, a, b]) => {
        const share = Math.max(0, 1 - Math.hypot(a, b) / 0.25);
        const factor = 1 + (vibrance / 100) * share ** 2;
        return [l, a * factor, b * factor];
      }),
    ]),
  ),
  "image.hue-ranges": () => {
    const blue = fromOklab([0.45, 0.12 * Math.cos(radians(264)), 0.12 * Math.sin(radians(264))]);
    const orange = fromOklab([0.6, 0.12 * Math.cos(radians(58)), 0.12 * Math.sin(radians(58))]);
    const grey: Triple = [0.5, 0.5, 0.5];
    const { planes } = render(
      "image.hue-ranges",
      { ranges: [{ range: "blue", hue: -30, saturation: -50, lightness: 10 }] },
      row([blue, orange, grey]),
    );
    const after = [0, 1, 2].map((i) => oklab(planes.map((p) => encode(p[i])) as unknown as Triple));
    // All of it in the middle of the range, nothing at another range's middle, nothing in grey.
    expect(hueOf(after[0])).toBeCloseTo(234, 0);
    expect(Math.hypot(after[0][1], after[0][2])).toBeCloseTo(0.06, 3);
    expect(after[0][0]).toBeCloseTo(0.495, 3);
    near(after[1], oklab(orange), 3);
    near(after[2], oklab(grey), 3);
  },
  "image.opponent-spread": point("image.opponent-spread", [
    { greenRed: 150, blueYellow: 60 },
    ([r, g, b]) => {
      const lab = toLab({ mode: "rgb", r, g, b });
      const out = toRgb({ mode: "lab65", l: lab.l, a: 1.5 * lab.a, b: 0.6 * lab.b });
      return [out.r, out.g, out.b];
    },
  ]),
  "image.channel-mixer": point("image.channel-mixer", [
    {
      redRed: 50,
      redGreen: 30,
      redBlue: 10,
      greenRed: 0,
      greenGreen: 20,
      greenBlue: 70,
      blueRed: 40,
      blueGreen: 0,
      blueBlue: 60,
    },
    linear(([r, g, b]) => [0.5 * r + 0.3 * g + 0.1 * b, 0.2 * g + 0.7 * b, 0.4 * r + 0.6 * b]),
  ]),
  "image.black-and-white": point(
    "image.black-and-white",
    [
      { red: 60, green: 30, blue: 30, white: "kept" },
      linear((rgb) => {
        const y = dot(rgb, [0.5, 0.25, 0.25]);
        return [y, y, y];
      }),
    ],
    [
      { red: 60, green: 30, blue: 30, white: "weighted" },
      linear((rgb) => {
        const y = dot(rgb, [0.6, 0.3, 0.3]);
        return [y, y, y];
      }),
    ],
  ),
  "image.toner": point(
    "image.toner",
    ...(
      [
        ["sepia", 70, 0.07, 0.55],
        ["cyanotype", 250, 0.1, 0.45],
        ["cyanotype", 250, 0.1, 0.45, 160],
      ] as const
    ).map(([tone, hue, chroma, peak, depth = 100]): [Values, (rgb: Triple) => Triple] => [
      { tone, depth },
      inOklab(([l]) => {
        const c = ((depth / 100) * chroma * (l / peak) ** (peak / (1 - peak)) * (1 - l)) / (1 - peak);
        return [l, c * Math.cos(radians(hue)), c * Math.sin(radians(hue))];
      }),
    ]),
  ),
  "image.split-tone": () => {
    const dark = fromOklab([0.25, 0, 0]);
    const light = fromOklab([0.75, 0, 0]);
    const { planes } = render(
      "image.split-tone",
      { shadowHue: 250, shadowAmount: 50, highlightHue: 75, highlightAmount: 50, balance: 50 },
      row([dark, light, [0, 0, 0], [1, 1, 1]]),
    );
    const after = [0, 1, 2, 3].map((i) => oklab(planes.map((p) => encode(p[i])) as unknown as Triple));
    expect(Math.abs(hueOf(after[0]) - 250)).toBeLessThan(12);
    expect(Math.abs(hueOf(after[1]) - 75)).toBeLessThan(12);
    for (const [i, l] of [0.25, 0.75].entries()) {
      expect(after[i][0]).toBeCloseTo(l, 3);
      expect(Math.hypot(after[i][1], after[i][2])).toBeGreaterThan(0.04);
      expect(Math.hypot(after[i][1], after[i][2])).toBeLessThan(0.061);
    }
    // Black and white stay without colour.
    for (const i of [2, 3]) expect(Math.hypot(after[i][1], after[i][2])).toBeLessThan(1e-3);
  },
  "image.colour-wash": point("image.colour-wash", [
    { hue: 120, chroma: 50, amount: 40 },
    inOklab(([l, a, b]) => [
      l,
      0.6 * a + 0.4 * 0.1 * Math.cos(radians(120)),
      0.6 * b + 0.4 * 0.1 * Math.sin(radians(120)),
    ]),
  ]),
  // ASC CDL 1.2: slope, offset, power, then saturation with the luma of Rec. 709.
  "image.colour-decision-list": point("image.colour-decision-list", [
    {
      slopeRed: 1.2,
      slopeGreen: 0.9,
      slopeBlue: 1,
      offsetRed: -0.02,
      offsetGreen: 0.05,
      offsetBlue: 0.01,
      powerRed: 1.1,
      powerGreen: 0.8,
      powerBlue: 1.3,
      saturation: 0.7,
    },
    ([r, g, b]) => {
      const sop = [(1.2 * r - 0.02) ** 1.1, (0.9 * g + 0.05) ** 0.8, (b + 0.01) ** 1.3];
      const grey = dot(sop, luma);
      return sop.map((v) => grey + 0.7 * (v - grey)) as unknown as Triple;
    },
  ]),
  "image.lut": () => {
    // A table of two points a side whose corners swap red and blue is that swap everywhere.
    const corners = [0, 1].flatMap((b) => [0, 1].flatMap((g) => [0, 1].flatMap((r) => [b, g, r])));
    const lut: Resources = {
      files: () => ({
        kind: "lut",
        lut: {
          title: "",
          kind: "3d",
          size: 2,
          domainMin: [0, 0, 0],
          domainMax: [1, 1, 1],
          values: Float32Array.from(corners),
        },
      }),
    };
    for (const interpolation of ["tetrahedral", "trilinear"]) {
      const { planes } = render("image.lut", { table: hash, interpolation }, row(colours), lut);
      colours.forEach(([r, g, b], i) =>
        near(
          planes.map((p) => encode(p[i])),
          [b, g, r],
          3,
        ),
      );
    }
  },
  "image.sharpen": () => {
    const before = edge(64);
    const after = render("image.sharpen", { amount: 150, radius: 0.5, threshold: 0 }, before);
    // Darker on the dark side of the edge, lighter on the light side, the same far from it, colours in proportion.
    const [dark, light] = [at(after, 31, 32), at(after, 32, 32)];
    for (let c = 0; c < 3; c++) {
      expect(dark[c]).toBeLessThan(at(before, 31, 32)[c] * 0.95);
      expect(light[c]).toBeGreaterThan(at(before, 32, 32)[c] * 1.03);
    }
    near(at(after, 2, 32), at(before, 2, 32));
    near([dark[0] / dark[1], dark[2] / dark[1]], [0.5, 0.75], 3);
  },
  "image.local-contrast": () => {
    const before = edge(200);
    const after = render("image.local-contrast", { amount: 100, radius: 2 }, before);
    const l = (p: ImageMaterial, x: number) => oklab(each(encode)(at(p, x, 100)))[0];
    expect(l(after, 98)).toBeLessThan(l(before, 98) - 0.01);
    expect(l(after, 101)).toBeGreaterThan(l(before, 101) + 0.01);
    expect(l(after, 10)).toBeCloseTo(l(before, 10), 3);
    // By its definition, over the blur of a step: the normal distribution's integral (0.6046 at 1.5 pixels of a sigma of
    // 5.657; from a table of the normal distribution).
    const [low, high] = [l(before, 10), l(before, 190)];
    const d = high - (low + (high - low) * 0.6046);
    expect(l(after, 101)).toBeCloseTo(high + (d / (1 + d / 0.2)) * 4 * high * (1 - high), 2);
    expect(d / 0.2).toBeGreaterThan(0.4);
  },
  "image.blur": () => {
    // A step through a Gaussian is the normal distribution's integral: 84.13 % one sigma behind the edge.
    const size = 200;
    const radius = 2;
    const sigma = (radius / 100) * Math.hypot(size, size);
    const before: ImageMaterial = {
      width: size,
      height: size,
      planes: [1, 0.5, 0.25].map((v) =>
        Float32Array.from({ length: size * size }, (_, i) => (i % size >= size / 2 ? v : 0)),
      ),
    };
    const { planes } = render("image.blur", { radius }, before);
    const x = size / 2 - 0.5 + sigma;
    const [low, part] = [Math.floor(x), x - Math.floor(x)];
    const value = (p: Float32Array) => p[100 * size + low] * (1 - part) + p[100 * size + low + 1] * part;
    near(planes.map(value), [0.8413, 0.42067, 0.21034], 2);
  },
  "image.noise-reduction": () => {
    const size = 240;
    let state = 1;
    const chance = () => ((state = (state * 16807) % 2147483647) / 2147483647 - 0.5) * 0.06;
    const before: ImageMaterial = {
      width: size,
      height: size,
      planes: [0.3, 0.25, 0.2].map((v) =>
        Float32Array.from({ length: size * size }, (_, i) => v + (i % size < 120 ? 0 : 0.3) + chance()),
      ),
    };
    const { planes } = render("image.noise-reduction", { lightness: 6, colour: 10, radius: 0.5 }, before);
    // Within each side the scatter falls to less than half; the step between them stays.
    const side = (p: Float32Array, from: number, to: number) =>
      Array.from(p).filter((_, i) => i % size >= from && i % size < to);
    for (let c = 0; c < 3; c++) {
      expect(spread(side(planes[c], 8, 110))).toBeLessThan(spread(side(before.planes[c], 8, 110)) / 2);
      const mean = (p: Float32Array, from: number, to: number) =>
        side(p, from, to).reduce((a, b) => a + b) / (size * (to - from));
      expect(mean(planes[c], 130, 232) - mean(planes[c], 8, 110)).toBeCloseTo(0.3, 1);
    }
  },
  "image.haze-removal": () => {
    // Haze adds light and takes contrast away (Koschmieder 1924): I = J·t + A·(1 − t). Taking it off widens the spread.
    const size = 64;
    const clear = Float32Array.from({ length: size * size }, (_, i) => ((i * 37) % 97) / 160);
    const t = 0.5;
    const before: ImageMaterial = {
      width: size,
      height: size,
      planes: [0.9, 0.92, 0.95].map((air, c) =>
        clear.map((v, i) => (i < 4 * size ? air : v * (1 - 0.1 * c) * t + air * (1 - t))),
      ),
    };
    const { planes } = render("image.haze-removal", { amount: 100, radius: 1 }, before);
    for (let c = 0; c < 3; c++) {
      const [was, is] = [before.planes[c], planes[c]].map((p) => p.subarray(20 * size));
      expect(spread(is)).toBeGreaterThan(1.3 * spread(was));
      expect(Math.min(...is)).toBeLessThan(Math.min(...was) - 0.1);
    }
  },
  "image.glow": () => {
    const size = 81;
    const before = flat(size, size, [0.02, 0.03, 0.01]);
    before.planes[0][40 * size + 40] = 20;
    const after = render("image.glow", { amount: 100, radius: 2, threshold: 50 }, before);
    // Light of the bright point's own colour around it, less with distance, as much every way; nothing far away.
    const ring = [44, 48].map((x) => at(after, x, 40));
    expect(ring[0][0]).toBeGreaterThan(ring[1][0] * 1.5);
    expect(ring[1][0]).toBeGreaterThan(0.021);
    expect(ring[0][1] - 0.03).toBeLessThan((ring[0][0] - 0.02) / 100);
    expect(at(after, 40, 44)[0]).toBeCloseTo(at(after, 44, 40)[0], 4);
    near(at(after, 2, 2), [0.02, 0.03, 0.01], 3);
    // What is added is what was there: the sum of a blur is the sum of what is blurred.
    const added = after.planes[0].reduce((sum, v) => sum + v - 0.02, 0) - (20 - 0.02);
    expect(added).toBeGreaterThan(18);
    expect(added).toBeLessThan(20.5);
  },
  "image.vignette": () => {
    const [width, height] = [61, 41];
    const after = render("image.vignette", { corner: -2, start: 0.3 }, flat(width, height, [0.8, 0.5, 0.2]));
    for (const [x, y] of [
      [0, 0],
      [30, 20],
      [60, 20],
      [10, 35],
    ]) {
      const r = Math.hypot(x + 0.5 - width / 2, y + 0.5 - height / 2) / Math.hypot(width / 2, height / 2);
      const t = Math.min(1, Math.max(0, (r - 0.3) / 0.7));
      const factor = 2 ** (-2 * t * t * (3 - 2 * t));
      near(at(after, x, y), [0.8 * factor, 0.5 * factor, 0.2 * factor], 3);
    }
  },
  "image.grain": () => {
    const grey = (values: Values, code: number) =>
      render("image.grain", values, flat(120, 80, [decode(code), decode(code), decode(code)]));
    const once = grey({ amount: 50, colour: "grey" }, 0.5);
    const encoded = once.planes.map((p) => p.map(encode));
    // One grain for all three, around the tone it lies on, strongest in the middle, none in black and white.
    encoded[1].forEach((v, i) => expect(v).toBeCloseTo(encoded[0][i], 5));
    expect(encoded[0].reduce((a, b) => a + b) / encoded[0].length).toBeCloseTo(0.5, 1);
    expect(spread(encoded[0])).toBeGreaterThan(0.02);
    expect(spread(grey({ amount: 50, colour: "grey" }, 0.1).planes[0].map(encode))).toBeLessThan(
      spread(encoded[0]) / 2,
    );
    for (const end of [0, 1]) expect(spread(grey({ amount: 50 }, end).planes[0])).toBe(0);
    const coloured = grey({ amount: 50, colour: "coloured" }, 0.5);
    expect(spread(coloured.planes[0].map((v, i) => v - coloured.planes[1][i]))).toBeGreaterThan(0.01);
    // The same number scatters the same, another one otherwise; twice the amount twice as far.
    expect(grey({ amount: 50, colour: "grey" }, 0.5).planes).toEqual(once.planes);
    expect(grey({ amount: 50, colour: "grey", seed: 2 }, 0.5).planes).not.toEqual(once.planes);
    expect(
      spread(grey({ amount: 25, colour: "grey" }, 0.5).planes[0].map(encode)) / spread(encoded[0]),
    ).toBeCloseTo(0.5, 2);
  },
  // W3C Compositing and Blending Level 1, §9: the modes, on encoded values.
  "image.texture": () => {
    const modes: Record<string, (base: number, over: number) => number> = {
      multiply: (b, s) => b * s,
      screen: (b, s) => b + s - b * s,
      overlay: (b, s) => (b <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s)),
      "soft-light": (b, s) => {
        const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
        return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b);
      },
    };
    for (const [mode, blend] of Object.entries(modes))
      for (const amount of [100, 40]) {
        const { planes } = render("image.texture", { picture: hash, mode, amount }, row(colours));
        colours.forEach((colour, i) =>
          near(
            planes.map((p) => encode(p[i])),
            colour.map((v, c) => v + (amount / 100) * (blend(v, encode([0.25, 0.5, 0.75][c])) - v)),
            2,
          ),
        );
      }
  },
  "image.light-leak": () => {
    const before = flat(90, 60, [0.1, 0.1, 0.1]);
    for (const [side, far] of [
      ["right", [0, 30]],
      ["left", [89, 30]],
      ["top", [45, 59]],
      ["bottom", [45, 0]],
    ] as const) {
      const after = render(
        "image.light-leak",
        { edge: side, light: "amber", strength: 100, reach: 20, lean: 0 },
        before,
      );
      const [fx, fy] = far;
      const close = at(after, fx === 45 ? 45 : 89 - fx, fy === 30 ? 30 : 59 - fy);
      // As much as the light itself at its edge, amber, and next to nothing at the other side.
      near(
        close.map((v) => (v - 0.1) / (close[0] - 0.1)),
        [1, decode(150 / 255), decode(40 / 255)],
        2,
      );
      expect(close[0] - 0.1).toBeGreaterThan(0.7);
      near(at(after, fx, fy), [0.1, 0.1, 0.1], 2);
    }
  },
  "image.border": () => {
    const after = render("image.border", { width: 5, paper: "cream" }, flat(120, 90, [0.2, 0.3, 0.4]));
    // 5 % of a diagonal of 150 are 7.5 pixels: seven of paper, half of the eighth.
    const cream = [250, 242, 224].map((code) => decode(code / 255));
    near(at(after, 6, 45), cream);
    near(
      at(after, 7, 45),
      cream.map((v, c) => (v + [0.2, 0.3, 0.4][c]) / 2),
      3,
    );
    near(at(after, 8, 45), [0.2, 0.3, 0.4]);
    near(at(after, 60, 88), cream);
  },
  "image.crop": moved("image.crop", { left: 30, right: 0, top: 0, bottom: 50 }, [5, 2], (x, y) => [x + 2, y]),
  "image.rotate": () => {
    moved("image.rotate", { turn: "90" }, [4, 7], (x, y) => [y, 3 - x])();
    moved("image.rotate", { turn: "180" }, [7, 4], (x, y) => [6 - x, 3 - y])();
    moved("image.rotate", { turn: "270" }, [4, 7], (x, y) => [6 - y, x])();
  },
  "image.flip": () => {
    moved("image.flip", { axis: "horizontal" }, [7, 4], (x, y) => [6 - x, y])();
    moved("image.flip", { axis: "vertical" }, [7, 4], (x, y) => [x, 3 - y])();
  },
  "image.straighten": () => {
    // A plane that rises to the right turns into one that rises by the angle, by less as the picture is enlarged.
    const size = 101;
    const before: ImageMaterial = {
      width: size,
      height: size,
      planes: [1, 0.5, 0.25].map((f) =>
        Float32Array.from({ length: size * size }, (_, i) => (f * (i % size)) / size),
      ),
    };
    for (const angle of [12, 1, -5]) {
      const after = render("image.straighten", { angle }, before);
      const enlarged = Math.cos(radians(angle)) + Math.abs(Math.sin(radians(angle)));
      const across = ((at(after, 60, 50)[0] - at(after, 40, 50)[0]) * size) / 20;
      const down = ((at(after, 50, 60)[0] - at(after, 50, 40)[0]) * size) / 20;
      // Clockwise where positive: what lay above comes to lie at the right.
      near([across, down], [Math.cos(radians(angle)) / enlarged, Math.sin(radians(angle)) / enlarged], 2);
      near(at(after, 50, 50), at(before, 50, 50), 3);
    }
  },
  "image.perspective": () => {
    // Straight lines stay straight (Hartley & Zisserman §2.3): a plane's level lines through the middle row and column.
    const size = 101;
    const before: ImageMaterial = {
      width: size,
      height: size,
      planes: [1, 0.5, 0.25].map((f) =>
        Float32Array.from({ length: size * size }, (_, i) => (f * (i % size)) / size),
      ),
    };
    const { planes } = render("image.perspective", { vertical: 40, horizontal: 0 }, before);
    const slope = (y: number) => ((planes[0][y * size + 70] - planes[0][y * size + 30]) * size) / 40;
    // The top shows less of the old width: it is widened. All of it is enlarged, so that no corner is empty.
    expect(slope(10)).toBeLessThan(slope(50));
    expect(slope(50)).toBeLessThan(slope(90));
    expect(slope(50)).toBeCloseTo(0.8, 2);
    expect(planes[0][50 * size + 50]).toBeCloseTo(before.planes[0][50 * size + 50], 3);
  },
  "image.scale": () => {
    // A plane stays a plane, at the places of the pixels' middles.
    const before: ImageMaterial = {
      width: 80,
      height: 60,
      planes: [1, 0.5, 0.25].map((f) =>
        Float32Array.from({ length: 4800 }, (_, i) => f * (0.1 + ((i % 80) + 0.5) / 100)),
      ),
    };
    const after = render("image.scale", { size: 50 }, before);
    expect([after.width, after.height]).toEqual([40, 30]);
    for (const x of [10, 20, 30])
      near(
        at(after, x, 15),
        [1, 0.5, 0.25].map((f) => f * (0.1 + (2 * x + 1) / 100)),
        3,
      );
  },
} satisfies Record<EffectId<"image">, () => void>;

describe("what each picture effect does", () => {
  for (const [id, check] of Object.entries(truth)) it(id, check);
});
