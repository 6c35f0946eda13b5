import { converter } from "culori";
import { describe, expect, it } from "vitest";
import { decodeSrgb, encodeSrgb } from "../../colour/srgb";
import type { Json } from "../../chain/model";
import { renderImage, type ImageMaterial } from "../../chain/run-image";
import type { EarlierPicture } from "../../picture/earlier";
import { momentOf } from "../../time/moment";
import "../../type/load";
import type { EffectId } from "../registry";

/*
 * What every effect on clips alone does to some frames, by formulas written anew here or worked by hand. Frames are small,
 * their channels distinct.
 */

type Triple = readonly [number, number, number];
type Values = Record<string, Json>;

/** IEC 61966-2-1. */
const decode = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const encode = (v: number): number =>
  v < 0 ? -encode(-v) : v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;

const rate = [25, 1] as const;
/** Ten seconds. */
const frames = 250;
const render = (
  effect: EffectId<"video">,
  values: Values,
  picture: ImageMaterial,
  frame = 0,
  of = frames,
) => {
  const made = renderImage(
    { medium: "video", settings: [{ effect, values, on: true, mix: 100 }] },
    picture,
    100,
    { moment: momentOf(frame, of, rate) },
  );
  expect(made.missing).toEqual([]);
  expect([made.width, made.height]).toEqual([picture.width, picture.height]);
  return made;
};
const flat = (width: number, height: number, encoded: Triple): ImageMaterial => ({
  width,
  height,
  planes: encoded.map((v) => new Float32Array(width * height).fill(decode(v))),
});
const at = ({ planes, width }: ImageMaterial, x: number, y: number): number[] =>
  planes.map((p) => p[y * width + x]);
const codeAt = (picture: ImageMaterial, x: number, y: number) => at(picture, x, y).map(encode);
const near = (actual: readonly number[], expected: readonly number[], digits = 3) =>
  actual.forEach((v, c) => expect(v, `channel ${c} of ${actual}`).toBeCloseTo(expected[c], digits));
/** Planes that rise evenly to the right and downwards, so that a value says where it comes from: shares of the frame. */
const slopes = (width: number, height: number): ImageMaterial => ({
  width,
  height,
  planes: [
    Float32Array.from({ length: width * height }, (_, i) => ((i % width) + 0.5) / width),
    Float32Array.from({ length: width * height }, (_, i) => (Math.floor(i / width) + 0.5) / height),
    new Float32Array(width * height).fill(0.5),
  ],
});
const colour: Triple = [0.62, 0.41, 0.3];
const spread = (values: Iterable<number>) => {
  const all = [...values];
  const mean = all.reduce((a, b) => a + b) / all.length;
  return Math.sqrt(all.reduce((sum, v) => sum + (v - mean) ** 2, 0) / all.length);
};

const chainOf = (effect: EffectId<"video">, values: Values) =>
  ({ medium: "video", settings: [{ effect, values, on: true, mix: 100 }] }) as const;

/** What the clip before a cut shows. */
const before: Triple = [0.2, 0.7, 0.5];
const earlier: EarlierPicture = flat(40, 20, before);
/** A frame of a clip behind a cut, by what is before it. */
const cut = (
  effect: EffectId<"video">,
  values: Values,
  frame: number,
  of: EarlierPicture | null = earlier,
  length = frames,
) => {
  const made = renderImage(chainOf(effect, { course: "linear", ...values }), flat(40, 20, colour), 100, {
    moment: momentOf(frame, length, rate),
    earlier: of,
  });
  expect([made.width, made.height, made.missing]).toEqual([40, 20, []]);
  return made;
};
/** Light of both, of the later clip so much. */
const mixed = (share: number) =>
  colour.map((v, c) => decode(before[c]) + (decode(v) - decode(before[c])) * share);

/** A picture and what is laid on it, as codes. */
const base: Triple = [0.5, 0.25, 0.75];
const source: Triple = [0.8, 0.2, 0.5];
/** What becomes of both by each mode. Source: W3C Compositing and Blending Level 1, §10, with the numbers put in by hand. */
function byMode(): Record<string, Triple> {
  const soft = (b: number, s: number) =>
    s <= 0.5
      ? b - (1 - 2 * s) * b * (1 - b)
      : b + (2 * s - 1) * ((b <= 0.25 ? ((16 * b - 12) * b + 4) * b : b ** 0.5) - b);
  const expected: Record<string, Triple> = {
    normal: source,
    multiply: [0.4, 0.05, 0.375],
    screen: [0.9, 0.4, 0.875],
    overlay: [0.8, 0.1, 0.75],
    darken: [0.5, 0.2, 0.5],
    lighten: [0.8, 0.25, 0.75],
    "color-dodge": [1, 0.3125, 1],
    "color-burn": [0.375, 0, 0.5],
    "hard-light": [0.8, 0.1, 0.75],
    "soft-light": base.map((b, c) => soft(b, source[c])) as unknown as Triple,
    difference: [0.3, 0.05, 0.25],
    exclusion: [0.5, 0.35, 0.5],
    // Luminosities: 0.38 of the picture, 0.413 of the colour; saturations 0.5 and 0.6.
    hue: [0.5 + 0.38 - 0.3775, 0.38 - 0.3775, 0.25 + 0.38 - 0.3775],
    saturation: [0.3 + 0.38 - 0.37 + 0.16 * 0, 0.0 + 0.38 - 0.156, 0.6],
    color: [0.8 - 0.033, 0.2 - 0.033, 0.5 - 0.033],
    luminosity: [0.533, 0.283, 0.783],
  };
  // Worked anew for the two that take more than one step.
  const lum = ([r, g, b]: Triple) => 0.3 * r + 0.59 * g + 0.11 * b;
  const lifted = (c: Triple, l: number) => c.map((v) => v + l - lum(c)) as unknown as Triple;
  expected.hue = lifted([0.5, 0, 0.25], lum(base));
  expected.saturation = lifted([0.3, 0, 0.6], lum(base));
  return expected;
}

const truths = {
  "video.transform": () => {
    const [width, height] = [80, 60];
    const picture = slopes(width, height);
    // Inverse of the similarity: where in the picture a pixel of the frame comes from, in shares of it.
    for (const values of [
      { x: 10, y: -5, scale: 150, turn: 0, anchorX: 25, anchorY: 75 },
      { x: 0, y: 0, scale: 80, turn: 30, anchorX: 50, anchorY: 50 },
      { x: -12.5, y: 20, scale: 100, turn: 0, anchorX: 50, anchorY: 50 },
      { x: 0, y: 0, scale: 40, turn: 0, anchorX: 0, anchorY: 0 },
    ]) {
      const made = render("video.transform", values, picture);
      const [ax, ay] = [(values.anchorX / 100) * width, (values.anchorY / 100) * height];
      const [tx, ty] = [ax + (values.x / 100) * width, ay + (values.y / 100) * height];
      const a = (values.turn * Math.PI) / 180;
      let [seen, unseen] = [0, 0];
      for (let y = 0; y < height; y += 3)
        for (let x = 0; x < width; x += 3) {
          const [dx, dy] = [(x + 0.5 - tx) / (values.scale / 100), (y + 0.5 - ty) / (values.scale / 100)];
          const px = (ax + Math.cos(a) * dx + Math.sin(a) * dy) / width;
          const py = (ay - Math.sin(a) * dx + Math.cos(a) * dy) / height;
          // Not at the edges, where the kernel sees what goes on beyond.
          if (px > 0.12 && px < 0.88 && py > 0.12 && py < 0.88) {
            near(at(made, x, y), [px, py, 0.5], 2);
            seen++;
          } else if (px < -0.05 || px > 1.05 || py < -0.05 || py > 1.05) {
            near(at(made, x, y), [0, 0, 0], 6);
            unseen++;
          }
        }
      expect(seen).toBeGreaterThan(40);
      if (values.scale < 100) expect(unseen).toBeGreaterThan(40);
    }
    // Mirrored at its edge: what lies a tenth beyond the left is what lies a tenth within.
    const mirrored = render("video.transform", { x: 30, behind: "mirrored" }, picture);
    near(at(mirrored, 16, 30), [0.1 - 0.5 / width, 30.5 / height, 0.5], 2);
    // Clockwise: what was at the right comes to lie below.
    const turned = render("video.transform", { turn: 90 }, slopes(40, 40));
    near(at(turned, 20, 35), [35.5 / 40, 1 - 20.5 / 40, 0.5], 2);
  },
  "video.edge-crop": () => {
    const picture = flat(40, 20, colour);
    const made = render(
      "video.edge-crop",
      { left: 10, right: 25, top: 50, bottom: 5, behind: "white" },
      picture,
    );
    for (let y = 0; y < 20; y++)
      for (let x = 0; x < 40; x++)
        near(codeAt(made, x, y), x >= 4 && x < 30 && y >= 10 && y < 19 ? colour : [1, 1, 1], 4);
    // Half of a pixel, in light; all of it at 100 %.
    near(
      at(render("video.edge-crop", { left: 1.25 }, picture), 0, 5),
      colour.map((v) => decode(v) / 2),
      4,
    );
    near(at(render("video.edge-crop", { top: 100 }, picture), 39, 19), [0, 0, 0], 6);
    // Soft over a fifth of the height: four pixels around the edge, in even steps.
    const soft = render("video.edge-crop", { top: 50, softness: 20 }, picture);
    [0, 1 / 8, 3 / 8, 5 / 8, 7 / 8, 1].forEach((share, n) =>
      near(
        at(soft, 20, 7 + n),
        colour.map((v) => decode(v) * share),
        4,
      ),
    );
  },
  // Source-over, α of the picture: W3C Compositing and Blending Level 1, §5.1.
  "video.opacity": () => {
    for (const [behind, ground] of [
      ["black", 0],
      ["white", 1],
      ["grey", 119 / 255],
    ] as const)
      near(
        codeAt(render("video.opacity", { opacity: 30, behind }, flat(2, 2, colour)), 1, 1),
        colour.map((v) => 0.3 * v + 0.7 * ground),
      );
  },
  "video.fade": () => {
    const shown = (values: Values, frame: number, of?: number) =>
      codeAt(render("video.fade", { behind: "black", ...values }, flat(2, 2, colour), frame, of), 0, 0);
    const part = (share: number) => colour.map((v) => v * share);
    const values = { opening: 2, closing: 4, course: "linear" };
    near(shown(values, 0), part(0));
    near(shown(values, 25), part(0.5));
    near(shown(values, 60), part(1));
    // The last of 250 frames begins at 9.96 s; two seconds before, half is gone.
    near(shown(values, 199), part(0.5));
    near(shown(values, 248), part(0.01));
    near(shown(values, 249), part(0));
    // On 76 frames both are half as long.
    near(shown(values, 25, 76), part(1));
    near(shown(values, 12, 76), part(0.48));
    near(shown(values, 50, 76), part(0.5));
    near(shown(values, 75, 76), part(0));
    // In light half of it has half the light.
    const half = colour.map((v) => encodeSrgb(decodeSrgb(v) / 2));
    near(shown({ ...values, mixes: "light" }, 25), half);
    near(codeAt(render("video.opacity", { opacity: 50, mixes: "light" }, flat(2, 2, colour)), 0, 0), half);
    // CSS ease-in-out is half way at half of the time, and behind at a quarter (by the table of `cubic_bezier`: 0.1292).
    near(shown({ ...values, course: "gentle" }, 25), part(0.5));
    near(shown({ opening: 4, closing: 0, course: "gentle" }, 25), part(0.12916), 3);
    near(shown({ opening: 0, closing: 0 }, 0), part(1));
  },
  "video.blend": () => {
    const [red, green, blue] = [204, 51, 127.5];
    const expected = byMode();
    for (const [mode, result] of Object.entries(expected)) {
      const whole = codeAt(
        render("video.blend", { mode, red, green, blue, opacity: 100 }, flat(1, 1, base)),
        0,
        0,
      );
      near(whole, result, 3);
      const half = codeAt(
        render("video.blend", { mode, red, green, blue, opacity: 50 }, flat(1, 1, base)),
        0,
        0,
      );
      near(
        half,
        result.map((v, c) => (v + base[c]) / 2),
        3,
      );
    }
    expect(Object.keys(expected)).toHaveLength(16);
  },
  // The same modes: this clip is the source, the clip before the backdrop.
  "video.superimpose": () => {
    const beneath: EarlierPicture = flat(40, 20, base);
    const laid = (values: Values, of: EarlierPicture | null | undefined) =>
      codeAt(
        renderImage(chainOf("video.superimpose", values), flat(40, 20, source), 100, {
          moment: momentOf(10, frames, rate),
          earlier: of,
        }),
        20,
        10,
      );
    for (const [mode, result] of Object.entries(byMode())) {
      near(laid({ mode, opacity: 100 }, beneath), result, 3);
      near(
        laid({ mode, opacity: 25 }, beneath),
        result.map((v, c) => base[c] + (v - base[c]) / 4),
        3,
      );
    }
    // On nothing it lies on black.
    near(laid({ mode: "screen", opacity: 100 }, null), source, 3);
    near(laid({ mode: "multiply", opacity: 100 }, null), [0, 0, 0], 3);
    // Where nobody knows of a clip before, it is left alone.
    near(laid({ mode: "multiply", opacity: 50 }, undefined), source, 3);
  },
  "video.drop-shadow": () => {
    const made = render(
      "video.drop-shadow",
      { size: 50, distance: 5, direction: 0, softness: 1, strength: 80, behind: "white" },
      flat(120, 90, colour),
    );
    // The picture in the middle half; a diagonal of 150: the shadow 7.5 pixels to the right, a sigma of 1.5.
    near(codeAt(made, 60, 45), colour);
    near(codeAt(made, 31, 45), colour);
    near(codeAt(made, 28, 45), [1, 1, 1], 2);
    // All of the shadow beside the right edge of the picture, half of it at the shadow's own edge, none far out.
    near(at(made, 92, 45), [0.2, 0.2, 0.2], 2);
    const edge = [97, 98].map((x) => at(made, x, 45)[0]);
    expect((edge[0] + edge[1]) / 2).toBeGreaterThan(0.55);
    expect((edge[0] + edge[1]) / 2).toBeLessThan(0.75);
    near(at(made, 112, 45), [1, 1, 1], 3);
    // One sigma out of the edge 15.87 % of it are left (normal distribution).
    near(
      at(made, 98, 45).map((v) => (1 - v) / 0.8),
      [0.2525, 0.2525, 0.2525],
      1,
    );
  },
  "video.shake": () => {
    const picture = slopes(64, 48);
    const values = { amount: 3, turn: 0, enlarged: 20, speed: 3 };
    // Where the middle is taken from, in pixels: another place at every frame, the same however one comes to it.
    const places = Array.from({ length: 40 }, (_, n) => {
      const [x, y] = at(render("video.shake", values, picture, n), 32, 24);
      return [x * 64, y * 48];
    });
    const far = 0.03 * 80;
    for (const axis of [0, 1]) {
      const course = places.map((p) => p[axis] - [32.5, 24.5][axis]);
      expect(spread(course)).toBeGreaterThan(far / 8);
      expect(Math.max(...course.map(Math.abs))).toBeLessThan(far * 1.05);
      // Smooth: no step from frame to frame is a third of the way.
      course.slice(1).forEach((v, i) => expect(Math.abs(v - course[i])).toBeLessThan(far * 0.6));
    }
    expect(at(render("video.shake", values, picture, 17), 32, 24)).toEqual([
      ...at(render("video.shake", values, picture, 17), 32, 24),
    ]);
    expect(render("video.shake", { ...values, seed: 2 }, picture, 17).planes).not.toEqual(
      render("video.shake", values, picture, 17).planes,
    );
    // Enlarged by a fifth: a slope is by so much flatter.
    const made = render("video.shake", { ...values, amount: 0 }, picture, 9);
    expect((at(made, 42, 24)[0] - at(made, 22, 24)[0]) * 64).toBeCloseTo(20 / 1.2, 1);
    // Turned as far as it says at most, both ways.
    const turns = Array.from({ length: 60 }, (_, n) => {
      const one = render("video.shake", { amount: 0, turn: 10, enlarged: 50, speed: 5 }, picture, n);
      const across = (at(one, 42, 24)[0] - at(one, 22, 24)[0]) * 64;
      const down = (at(one, 32, 34)[0] - at(one, 32, 14)[0]) * 64;
      return (Math.atan2(down, across) * 180) / Math.PI;
    });
    expect(Math.max(...turns)).toBeGreaterThan(2);
    expect(Math.min(...turns)).toBeLessThan(-2);
    expect(Math.max(...turns.map(Math.abs))).toBeLessThan(10.2);
  },
  "video.slow-zoom": () => {
    const picture = slopes(80, 60);
    const sizeAt = (frame: number, values: Values) => {
      const made = render("video.slow-zoom", values, picture, frame);
      return 20 / ((at(made, 50, 30)[0] - at(made, 30, 30)[0]) * 80);
    };
    // Equal ratios in equal times: half way from 100 to 196 % is 140 %.
    for (const [frame, size] of [
      [0, 1],
      [125, 1.4],
      [249, 1.96 ** (249 / 250)],
    ])
      expect(sizeAt(frame, { from: 100, to: 196, course: "linear" })).toBeCloseTo(size, 2);
    expect(sizeAt(125, { from: 120, to: 120 })).toBeCloseTo(1.2, 2);
    // The point that stays.
    const made = render("video.slow-zoom", { from: 100, to: 200, x: 25, y: 75 }, picture, 200);
    near(at(made, 20, 45), [20.5 / 80, 45.5 / 60, 0.5], 1);
    expect(sizeAt(62, { from: 100, to: 400, course: "gentle-start" })).toBeLessThan(
      sizeAt(62, { from: 100, to: 400, course: "linear" }),
    );
  },
  "video.whip-blur": () => {
    // A step through a box is a ramp as long as the box, in light; nothing changes along the step.
    const [width, height] = [120, 90];
    const picture: ImageMaterial = {
      width,
      height,
      planes: [1, 0.5, 0.25].map((v) =>
        Float32Array.from({ length: width * height }, (_, i) => (i % width >= 60 ? v : 0)),
      ),
    };
    // 20 % of a diagonal of 150 are 30 pixels.
    const made = render("video.whip-blur", { length: 20, direction: 0 }, picture);
    for (const x of [40, 46, 52, 60, 66, 72, 80]) {
      const share = Math.min(1, Math.max(0, 0.5 + (x + 0.5 - 60) / 30));
      near(at(made, x, 45), [share, share / 2, share / 4], 1);
      expect(Math.abs(at(made, x, 45)[0] - share)).toBeLessThan(0.03);
    }
    const along = render("video.whip-blur", { length: 20, direction: 90 }, picture);
    for (const x of [10, 59, 60, 90]) near(at(along, x, 20), at(picture, x, 20), 5);
    // At an angle of 60° the way across is half as long.
    const slanted = render("video.whip-blur", { length: 20, direction: 60 }, picture);
    expect(at(slanted, 66, 45)[0]).toBeCloseTo(0.5 + 6.5 / 15, 1);
  },
  // Hue in OKLab by culori (general-purpose, MIT).
  "video.hue-drift": () => {
    const toOklab = converter("oklab");
    const lab = ([r, g, b]: readonly number[]) => {
      const { l, a, b: bb } = toOklab({ mode: "rgb", r, g, b });
      return { l, chroma: Math.hypot(a, bb), hue: (Math.atan2(bb, a) * 180) / Math.PI };
    };
    const before = lab(colour);
    for (const [frame, turn] of [
      [0, 10],
      [25, 40],
      [100, 130],
    ]) {
      const after = lab(
        codeAt(render("video.hue-drift", { speed: 30, start: 10 }, flat(1, 1, colour), frame), 0, 0),
      );
      expect((after.hue - before.hue + 720) % 360).toBeCloseTo(turn, 1);
      expect(after.chroma).toBeCloseTo(before.chroma, 4);
      expect(after.l).toBeCloseTo(before.l, 4);
    }
  },
  "video.flicker": () => {
    const stopsAt = (frame: number, values: Values) =>
      at(render("video.flicker", values, flat(1, 1, colour), frame), 0, 0).map((v, c) =>
        Math.log2(v / decode(colour[c])),
      );
    const course = Array.from({ length: 120 }, (_, n) => {
      const [r, g, b] = stopsAt(n, { amount: 1, speed: 10 });
      // All channels alike.
      expect(g).toBeCloseTo(r, 4);
      expect(b).toBeCloseTo(r, 4);
      return r;
    });
    expect(Math.max(...course)).toBeGreaterThan(0.3);
    expect(Math.min(...course)).toBeLessThan(-0.3);
    expect(Math.max(...course.map(Math.abs))).toBeLessThan(1);
    // Half of it swings half as far.
    expect(stopsAt(31, { amount: 0.5, speed: 10 })[0]).toBeCloseTo(course[31] / 2, 3);
  },
  "video.solid": () =>
    near(
      codeAt(render("video.solid", { red: 51, green: 127.5, blue: 204 }, slopes(5, 4)), 3, 2),
      [0.2, 0.5, 0.8],
    ),
  "video.gradient": () => {
    const ends = { red: 0, green: 51, blue: 102, toRed: 255, toGreen: 204, toBlue: 153 };
    const share = (values: Values, x: number, y: number) => {
      const [r, g, b] = codeAt(render("video.gradient", { ...ends, ...values }, flat(80, 40, colour)), x, y);
      expect(g).toBeCloseTo(0.2 + 0.6 * r, 3);
      expect(b).toBeCloseTo(0.4 + 0.2 * r, 3);
      return r;
    };
    // CSS: 180° goes down, 90° to the right, 45° from corner to corner over |w sin| + |h cos|.
    expect(share({ angle: 180 }, 7, 9)).toBeCloseTo(9.5 / 40, 3);
    expect(share({ angle: 90 }, 60, 9)).toBeCloseTo(60.5 / 80, 3);
    expect(share({ angle: 45 }, 0, 39)).toBeLessThan(0.02);
    expect(share({ angle: 45 }, 79, 0)).toBeGreaterThan(0.98);
    expect(share({ angle: 45 }, 60, 20)).toBeCloseTo(0.5 + (20.5 - 0.5) / 120, 3);
    // 40 pixels across, half a diagonal of 89.44: the corner is the end.
    expect(share({ shape: "round" }, 0, 0)).toBeCloseTo(Math.hypot(39.5, 19.5) / (Math.hypot(80, 40) / 2), 3);
    expect(share({ shape: "round" }, 40, 20)).toBeLessThan(0.02);
  },
  "video.noise": () => {
    const made = (values: Values, frame: number) =>
      render("video.noise", values, flat(100, 60, colour), frame).planes.map((p) => p.map(encode));
    const once = made({ contrast: 80, size: 20 }, 3);
    expect(once[1]).toEqual(once[0]);
    expect(once[0].reduce((a, b) => a + b) / 6000).toBeCloseTo(0.5, 1);
    expect(spread(once[0])).toBeGreaterThan(0.1);
    expect(Math.max(...once[0].map((v) => Math.abs(v - 0.5)))).toBeLessThanOrEqual(0.4);
    // The same frame is the same, the next one has nothing to do with it.
    expect(made({ contrast: 80, size: 20 }, 3)).toEqual(once);
    const next = made({ contrast: 80, size: 20 }, 4)[0];
    const product = once[0].reduce((sum, v, i) => sum + (v - 0.5) * (next[i] - 0.5), 0) / 6000;
    expect(Math.abs(product / (spread(once[0]) * spread(next)))).toBeLessThan(0.15);
    const coloured = made({ contrast: 80, size: 20, colour: "coloured" }, 3);
    expect(spread(coloured[0].map((v, i) => v - coloured[1][i]))).toBeGreaterThan(0.1);
    expect(spread(made({ contrast: 40, size: 20 }, 3)[0]) / spread(once[0])).toBeCloseTo(0.5, 2);
  },
  "video.grid": () => {
    // Every 10 pixels from the middle of 80 × 40, two wide, at 50 %.
    const values = { spacing: 25, line: 5, opacity: 50, red: 255, green: 0, blue: 51 };
    const made = render("video.grid", values, flat(80, 40, colour));
    const over = colour.map((v, c) => (v + [1, 0, 0.2][c]) / 2);
    for (let y = 0; y < 40; y++)
      for (let x = 0; x < 80; x++) {
        const onLine = [9, 0].includes(x % 10) || [9, 0].includes(y % 10);
        near(codeAt(made, x, y), onLine ? over : colour);
      }
  },
  // SMPTE EG 1, from memory: white, yellow, cyan, green, magenta, red, blue; heights 67, 8, 25 %.
  "video.bars": () => {
    const made = render("video.bars", {}, flat(140, 100, colour));
    const main = [
      [1, 1, 1],
      [1, 1, 0],
      [0, 1, 1],
      [0, 1, 0],
      [1, 0, 1],
      [1, 0, 0],
      [0, 0, 1],
    ];
    main.forEach((rgb, n) => {
      for (const x of [20 * n, 20 * n + 19])
        near(
          codeAt(made, x, 66),
          rgb.map((v) => 0.75 * v),
        );
      // Below, each second one the other way round; black between.
      near(codeAt(made, 20 * n + 10, 70), n % 2 === 1 ? [0, 0, 0] : main[6 - n].map((v) => 0.75 * v));
    });
    near(codeAt(made, 5, 80), [0, 33 / 255, 76 / 255]);
    near(codeAt(made, 35, 80), [1, 1, 1]);
    near(codeAt(made, 60, 80), [50 / 255, 0, 106 / 255]);
    near(codeAt(made, 110, 80), [0, 0, 0]);
    near(codeAt(made, 117, 80), [10 / 255, 10 / 255, 10 / 255]);
    near(codeAt(render("video.bars", { amplitude: "100" }, flat(140, 100, colour)), 30, 10), [1, 1, 0]);
  },
  "video.title": () => {
    const picture = flat(320, 180, [0.2, 0.3, 0.4]);
    const bounds = (values: Values) => {
      const made = render(
        "video.title",
        { text: "Foghorn", red: 255, green: 0, blue: 0, ...values },
        picture,
      );
      let [left, right, top, bottom, sum] = [320, 0, 180, 0, 0];
      for (let y = 0; y < 180; y++)
        for (let x = 0; x < 320; x++) {
          const share = at(made, x, y)[0] - decode(0.2);
          if (share <= 1e-4) continue;
          sum += share / (1 - decode(0.2));
          [left, right] = [Math.min(left, x), Math.max(right, x)];
          [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
        }
      return { left, right, top, bottom, sum, made };
    };
    // Around the place that is asked for; letters of a size of 20 % are 36 pixels, capitals about 70 % of that.
    const middle = bounds({ size: 20, x: 50, y: 50 });
    expect((middle.left + middle.right) / 2).toBeCloseTo(160, -1);
    expect((middle.top + middle.bottom) / 2).toBeGreaterThan(82);
    expect((middle.top + middle.bottom) / 2).toBeLessThan(102);
    expect(middle.bottom - middle.top).toBeGreaterThan(22);
    expect(middle.bottom - middle.top).toBeLessThan(40);
    // The colour where a letter is whole, the picture where there is none.
    near(codeAt(middle.made, 2, 2), [0.2, 0.3, 0.4], 4);
    expect(Math.max(...middle.made.planes[0])).toBeCloseTo(1, 3);
    // Half of it at half the opacity; twice as large, four times the area.
    expect(bounds({ size: 20, opacity: 50 }).sum / bounds({ size: 20 }).sum).toBeCloseTo(0.5, 2);
    expect(bounds({ size: 20, y: 50 }).sum / bounds({ size: 10, y: 50 }).sum).toBeCloseTo(4, 1);
    // SMPTE ST 2046-1: a title stays within 90 % of the frame's width and height, or within 93 %, wherever it is asked for.
    for (const [safe, edge] of [
      ["title", 0.05],
      ["action", 0.035],
    ] as const)
      for (const [x, y] of [
        [0, 0],
        [100, 100],
      ]) {
        const b = bounds({ size: 12, x, y, safe });
        expect(b.left).toBeGreaterThanOrEqual(Math.floor(320 * edge));
        expect(b.right).toBeLessThanOrEqual(Math.ceil(320 * (1 - edge)));
        expect(b.top).toBeGreaterThanOrEqual(Math.floor(180 * edge));
        expect(b.bottom).toBeLessThanOrEqual(Math.ceil(180 * (1 - edge)));
      }
    expect(bounds({ size: 12, x: 0, safe: "none" }).left).toBeLessThan(3);
    // Broken into lines where it is too wide, and made smaller where it is too high.
    const long = bounds({ text: "The foghorn and the ferry at noon", size: 15, width: 50 });
    expect(long.right - long.left).toBeLessThan(165);
    expect(long.bottom - long.top).toBeGreaterThan(50);
    const high = bounds({ text: Array(12).fill("Fog").join("\n"), size: 30, y: 50 });
    expect(high.bottom - high.top).toBeLessThan(162);
    // An outline around the letters, in its own colour, under them.
    const outlined = render(
      "video.title",
      {
        text: "I",
        face: "plain",
        size: 60,
        y: 50,
        outline: 10,
        outlined: "white",
        red: 0,
        green: 0,
        blue: 0,
      },
      picture,
    );
    const row = Array.from({ length: 320 }, (_, x) => at(outlined, x, 90)[0]);
    const white = row.filter((v) => v > 0.98).length;
    expect(white).toBeGreaterThan(16);
    expect(white).toBeLessThan(26);
    expect(row[160]).toBeLessThan(0.01);
    expect(render("video.title", { text: " " }, picture).planes).toEqual(picture.planes);
  },
  "video.countdown": () => {
    const values = { face: "even", size: 60, red: 255, green: 255, blue: 255 };
    const shot = (frame: number, more: Values = {}) =>
      render("video.countdown", { ...values, ...more }, flat(160, 90, colour), frame);
    const number = (made: ImageMaterial) => made.planes[0].map((v) => (v > 0.5 ? 1 : 0));
    // Ten seconds: the same number for a second, another one in the next, and 0 never before the end.
    // The hand below shines a little through the letters' edges.
    const apart = (a: ImageMaterial, b: ImageMaterial) => {
      const other = number(b);
      return number(a).reduce((sum, v, i) => sum + Math.abs(v - other[i]), 0);
    };
    expect(apart(shot(26), shot(49))).toBeLessThan(20);
    expect(apart(shot(26), shot(51))).toBeGreaterThan(60);
    // From a number of its own: five seconds before the end of ten is 5 seconds from 10.
    expect(apart(shot(125), shot(0, { from: 5 }))).toBe(0);
    expect(number(shot(249, { from: 3 })).reduce((a, b) => a + b)).toBeGreaterThan(100);
    // The hand goes round clockwise once a second: after a quarter the upper right is swept, nothing else.
    const quarter = shot(6);
    const lit = (made: ImageMaterial, x: number, y: number) => at(made, x, y)[0];
    expect(lit(quarter, 100, 5)).toBeCloseTo(0.06, 2);
    for (const [x, y] of [
      [100, 85],
      [60, 85],
      [60, 5],
    ])
      expect(lit(quarter, x, y)).toBeCloseTo(0.02, 2);
    expect(lit(shot(19), 60, 85)).toBeCloseTo(0.06, 2);
  },
  "video.dissolve": () => {
    // Half of both in light at half of a second, and all of this clip from then on; black where there is none before.
    for (const [frame, share] of [
      [0, 0],
      [5, 0.2],
      [12, 0.48],
      [25, 1],
      [100, 1],
    ]) {
      near(at(cut("video.dissolve", { lasts: 1 }, frame), 20, 10), mixed(share), 4);
      near(
        at(cut("video.dissolve", { lasts: 1 }, frame, null), 20, 10),
        colour.map((v) => decode(v) * share),
        4,
      );
    }
    // Never longer than its clip: two seconds of one are one.
    near(at(cut("video.dissolve", { lasts: 2 }, 12, earlier, 25), 3, 3), mixed(0.48), 4);
    // A frame of another size covers this one, around its middle.
    const wide: EarlierPicture = { ...slopes(80, 20), planes: slopes(80, 20).planes };
    near(at(cut("video.dissolve", { lasts: 1 }, 0, wide), 20, 10), [40.5 / 80, 10.5 / 20, 0.5], 3);
    near(at(cut("video.dissolve", { lasts: 1 }, 0, wide), 0, 0), [20.5 / 80, 0.5 / 20, 0.5], 3);
  },
  "video.dip": () => {
    const ground = [1, 1, 1];
    const over = (light: readonly number[], share: number) =>
      light.map((v, c) => ground[c] + (v - ground[c]) * share);
    for (const [frame, expected] of [
      [0, mixed(0)],
      [5, over(mixed(0), 0.5)],
      [10, ground],
      [15, over(mixed(1), 0.5)],
      [20, mixed(1)],
    ] as const)
      near(at(cut("video.dip", { lasts: 0.8, behind: "white" }, frame), 5, 5), expected, 4);
  },
  "video.wipe": () => {
    // At half of the time half of the frame is uncovered, from the side that it says.
    for (const [from, seen, hidden] of [
      ["left", [5, 10], [35, 10]],
      ["right", [35, 10], [5, 10]],
      ["above", [20, 2], [20, 17]],
      ["below", [20, 17], [20, 2]],
    ] as [string, [number, number], [number, number]][]) {
      const half = cut("video.wipe", { lasts: 2, from, softness: 0 }, 25);
      near(at(half, ...seen), mixed(1), 5);
      near(at(half, ...hidden), mixed(0), 5);
      near(at(cut("video.wipe", { lasts: 2, from, softness: 30 }, 0), ...seen), mixed(0), 5);
      near(at(cut("video.wipe", { lasts: 2, from, softness: 30 }, 50), ...hidden), mixed(1), 5);
    }
    // A quarter of the way: ten columns of forty; a soft edge is even over its width.
    const quarter = cut("video.wipe", { lasts: 2, from: "left", softness: 0 }, 12);
    const uncovered = Array.from({ length: 40 }, (_, x) => at(quarter, x, 4)[0] - mixed(0)[0]);
    expect(uncovered.reduce((a, b) => a + b) / (mixed(1)[0] - mixed(0)[0])).toBeCloseTo(0.24 * 40, 0);
    const soft = cut("video.wipe", { lasts: 2, from: "left", softness: 50 }, 25);
    near(at(soft, 19, 4), mixed(0.5 + 0.5 / 20), 3);
    near(at(soft, 14, 4), mixed(0.5 + 5.5 / 20), 3);
  },
  "video.push": () => {
    // Both are moved by the same: the earlier one out before the later one.
    const [a, b] = [slopes(40, 20), { ...slopes(40, 20) }];
    b.planes = [b.planes[0].map((v) => v + 2), b.planes[1], b.planes[2]];
    for (const [from, frame] of [
      ["right", 10],
      ["left", 20],
      ["above", 10],
      ["below", 15],
    ] as const) {
      const made = renderImage(chainOf("video.push", { lasts: 1, from }), b, 100, {
        moment: momentOf(frame, frames, rate),
        earlier: a,
      });
      const share = frame / 25;
      const across = from === "left" || from === "right";
      const size = across ? 40 : 20;
      const sign = from === "left" || from === "above" ? 1 : -1;
      for (const at0 of [3, 9, 16]) {
        const place = at0;
        const own = place - sign * size * (share - 1);
        const isLate = own >= 0.5 && own <= size - 1.5;
        const source = isLate ? own : place - sign * size * share;
        if (source < 0 || source > size - 1) continue;
        const [x, y] = across ? [place, 10] : [20, place];
        const expected = across
          ? [(source + 0.5) / 40 + (isLate ? 2 : 0), 10.5 / 20, 0.5]
          : [20.5 / 40 + (isLate ? 2 : 0), (source + 0.5) / 20, 0.5];
        near(at(made, x, y), expected, 3);
      }
    }
    near(at(cut("video.push", { lasts: 1 }, 25), 4, 4), mixed(1), 5);
  },
  "video.slide": () => {
    // The earlier one stands; the later one lies over it as far as it has come.
    const half = cut("video.slide", { lasts: 2, from: "right" }, 25);
    near(at(half, 10, 5), mixed(0), 5);
    near(at(half, 30, 5), mixed(1), 5);
    const [late, before] = [slopes(40, 20), flat(40, 20, [0, 0, 0])];
    const made = renderImage(chainOf("video.slide", { lasts: 2, from: "left" }), late, 100, {
      moment: momentOf(25, frames, rate),
      earlier: before,
    });
    // Half in from the left: its right half is seen at the left.
    near(at(made, 5, 5), [25.5 / 40, 5.5 / 20, 0.5], 4);
    near(at(made, 30, 5), [0, 0, 0], 5);
  },
} satisfies Record<EffectId<"video">, () => void>;

describe("what effects on clips do", () => {
  it.each(Object.entries(truths))("%s", (_, truth) => truth());
});
