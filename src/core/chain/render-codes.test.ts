import { describe, expect, it } from "vitest";
import { randomFrom } from "../../../demo/random";
import { livelyValues, resourcesFor } from "../../../testing/effect-values";
import type { ImageEffect, VideoEffect } from "../effects/define";
import { effectsFor } from "../effects/registry";
import { encodeSrgb } from "../colour/srgb";
import { rowKernels } from "../picture/local-kernels";
import {
  codeOf,
  codeTable,
  decodeCodes,
  encodeCodes,
  sourceTable,
  type CodedPicture,
} from "../picture/coded";
import type { Chain, EffectSetting, Json } from "./model";
import { planImage } from "./plan-image";
import { renderCodes, renderWindow, runRowTask, widened, type RowHelpers } from "./render-codes";
import { reachOf } from "./run-rows";
import { renderImage } from "./run-image";
import { firstDifference } from "../../../testing/difference";

const set = (effect: string, values: Record<string, Json> = {}, mix = 100): EffectSetting => ({
  effect,
  values,
  on: true,
  mix,
});
const look = (...settings: EffectSetting[]): Chain => ({ medium: "image", settings });

/** Soft shapes with some noise, as pictures are. */
function picture(width: number, height: number, bits: 8 | 16): CodedPicture {
  const random = randomFrom(width * 31 + height);
  const white = bits === 8 ? 255 : 65535;
  const codes = new (bits === 8 ? Uint8Array : Uint16Array)(width * height * 3);
  for (let i = 0; i < codes.length; i++) {
    const [x, y] = [Math.floor(i / 3) % width, Math.floor(i / 3 / width)];
    codes[i] =
      white *
      Math.min(
        1,
        Math.max(0, 0.5 + 0.45 * Math.sin(x * 0.07 + (i % 3)) * Math.cos(y * 0.05) + 0.05 * (random() - 0.5)),
      );
  }
  return { width, height, channels: 3, codes };
}

/** The same by planes of the whole picture, and encoded by the definition. */
function slowly(chain: Chain, strength: number, source: CodedPicture, bits: 8 | 16): number[] {
  const count = source.width * source.height;
  const planes = [0, 1, 2].map(() => new Float32Array(count));
  const linear = sourceTable(
    (x) => (x <= 0.04045 ? x / 12.92 : ((x + 0.055) / 1.055) ** 2.4),
    source.codes.BYTES_PER_ELEMENT === 2 ? 65535 : 255,
  );
  decodeCodes(source, 0, count, [linear, linear, linear], planes);
  const made = renderImage(chain, { width: source.width, height: source.height, planes }, strength).planes;
  return Array.from({ length: 3 * count }, (_, i) =>
    codeOf(encodeSrgb(made[i % 3][Math.floor(i / 3)]), bits === 8 ? 255 : 65535),
  );
}

const withoutAlpha = ({ codes, channels }: CodedPicture) => [...codes].filter((_, i) => i % channels < 3);
const noPause = () => undefined;

const looks: [string, Chain, number][] = [
  ["nothing at all", look(), 100],
  [
    "one function",
    look(
      set("image.tone-curve", {
        points: [
          [0, 0.05],
          [0.4, 0.5],
          [1, 1],
        ],
      }),
    ),
    100,
  ],
  [
    "points",
    look(
      set("image.exposure", { exposure: 0.5 }),
      set("image.saturation", { saturation: 140 }),
      set("image.vignette", { corner: -2 }),
    ),
    100,
  ],
  [
    "a strip between points",
    look(
      set("image.exposure", { exposure: -0.5 }),
      set("image.vibrance", { vibrance: 60 }, 70),
      set("image.tone-curve", {
        points: [
          [0, 0],
          [0.5, 0.6],
          [1, 1],
        ],
      }),
    ),
    100,
  ],
  [
    "near surroundings",
    look(set("image.exposure", { exposure: 0.2 }), set("image.sharpen", { amount: 150, radius: 0.5 })),
    100,
  ],
  [
    "near surroundings twice, in part",
    look(
      set("image.sharpen", { amount: 120, radius: 0.4 }, 60),
      set("image.saturation", { saturation: 60 }),
      set("image.sharpen", { amount: 80, radius: 0.2 }),
    ),
    55,
  ],
  [
    "far surroundings",
    look(set("image.blur", { radius: 3 }), set("image.sharpen", { amount: 80, radius: 0.3 })),
    80,
  ],
];

describe.each(looks)("codes through %s", (_, chain, strength) => {
  it.each([
    [8, 8],
    [16, 8],
    [16, 16],
  ] as const)("%d bits to %d are what the definition gives, but for rounding", async (from, to) => {
    for (const [width, height] of [
      [97, 61],
      [1, 5],
      [640, 3],
    ]) {
      const source = picture(width, height, from);
      const kept = source.codes.slice();
      const { picture: made, missing } = await renderCodes(
        { chain, strength, resources: {}, bits: to },
        source,
        noPause,
      );
      expect(missing).toEqual([]);
      expect([made.width, made.height, made.channels]).toEqual([width, height, to === 8 ? 4 : 3]);
      if (to === 8) expect([...made.codes].every((code, i) => i % 4 !== 3 || code === 255)).toBe(true);
      const [codes, wanted] = [withoutAlpha(made), slowly(chain, strength, source, to)];
      const away = codes.map((code, i) => Math.abs(code - wanted[i]));
      // A code of 8 bits may fall to its neighbour at the border between two; of 65,536, single precision leaves some open.
      expect(Math.max(...away)).toBeLessThanOrEqual(to === 8 ? 1 : 12);
      if (to === 8) expect(away.filter((d) => d > 0).length).toBeLessThanOrEqual(1 + 0.06 * away.length);
      expect(firstDifference(source.codes, kept)).toBeNull();
    }
  });
});

it("is the same to the bit with the rows shared among helpers, and in place", async () => {
  const chain = look(
    set("image.exposure", { exposure: 0.4 }),
    set("image.sharpen", { amount: 120, radius: 0.4 }),
    set("image.vignette", { corner: -1 }),
  );
  const source = picture(600, 400, 16);
  const tasks: number[] = [];
  const helpers: RowHelpers = { count: 2, run: async (n, task) => (tasks.push(n), runRowTask(task)) };
  for (const strength of [100, 40])
    for (const bits of [8, 16] as const) {
      const task = { chain, strength, resources: {}, bits };
      const alone = (await renderCodes(task, source, noPause)).picture.codes;
      const shared = (await renderCodes(task, source, noPause, { helpers })).picture.codes;
      expect(firstDifference(shared, alone)).toBeNull();
      const used = { ...source, codes: source.codes.slice() };
      const inPlace = (await renderCodes(task, used, noPause, { helpers, inPlace: true })).picture;
      expect(firstDifference(inPlace.codes, alone)).toBeNull();
      expect(inPlace === used).toBe(bits === 16);
    }
  expect(tasks).toEqual(Array.from({ length: 8 }, () => [0, 1]).flat());
});

it.each([50, 20])(
  "at a mix of %d in a hundred a curve goes so far, in the codes that it is drawn over",
  (mix) => {
    const points = [
      [0, 0.1],
      [0.5, 0.8],
      [1, 0.9],
    ];
    const encoded = (by: number) => {
      const planes = [0.05, 0.2, 0.7].map((v) => Float32Array.of(v));
      const made = renderImage(
        look(set("image.tone-curve", { points }, by)),
        { width: 1, height: 1, planes },
        100,
      );
      return made.planes.map(([v]) => encodeSrgb(v));
    };
    const [none, whole, some] = [encoded(0), encoded(100), encoded(mix)];
    some.forEach((v, c) => {
      expect(Math.abs(whole[c] - none[c])).toBeGreaterThan(0.03);
      expect(v).toBeCloseTo(none[c] + ((whole[c] - none[c]) * mix) / 100, 4);
    });
  },
);

describe("windows at full size", () => {
  it.each((effectsFor("video") as readonly (ImageEffect | VideoEffect)[]).map((e) => [e.id, e] as const))(
    "with %s show what the whole picture has there, to the bit, or say that it looks at all of it",
    async (id, effect) => {
      const resources = resourcesFor(effect);
      const source = picture(331, 150, 16);
      const frame = { width: 331, height: 150 };
      const chain = look(
        set("image.exposure", { exposure: 0.3 }),
        set(id, livelyValues(effect)),
        set("image.sharpen", { amount: 90, radius: 0.4 }, 70),
      );
      const task = { chain, strength: 80, resources, bits: 8 as const };
      const reach = reachOf(planImage(chain, 80, frame, resources, "srgb"));
      const window = { left: 40, top: 33, width: 101, height: 50 };
      const has = widened(window, frame, reach ?? 0);
      const codes = new Uint16Array(has.width * has.height * 3);
      for (let y = 0; y < has.height; y++)
        codes.set(
          source.codes.subarray(
            ((has.top + y) * 331 + has.left) * 3,
            ((has.top + y) * 331 + has.left + has.width) * 3,
          ),
          y * has.width * 3,
        );
      const shown = renderWindow(
        task,
        frame,
        { width: has.width, height: has.height, channels: 3, codes },
        has,
        window,
        noPause,
      );
      if (reach === null) return expect(shown).rejects.toThrow("looks at the whole picture");
      const whole = (await renderCodes(task, source, noPause)).picture.codes;
      const part = (await shown).picture.codes;
      for (let y = 0; y < window.height; y++) {
        const from = ((window.top + y) * 331 + window.left) * 4;
        expect([...part.subarray(y * window.width * 4, (y + 1) * window.width * 4)]).toEqual([
          ...whole.subarray(from, from + window.width * 4),
        ]);
      }
    },
  );

  it("reach beyond the window, as far as the picture goes", () => {
    expect(widened({ left: 5, top: 90, width: 20, height: 10 }, { width: 100, height: 100 }, 8)).toEqual({
      left: 0,
      top: 82,
      width: 33,
      height: 18,
    });
  });
});

it("tells how far a row reaches: the sum of all surroundings, or the whole picture", () => {
  const plan = (...settings: EffectSetting[]) =>
    planImage(look(...settings), 100, { width: 1000, height: 500 }, {}, "srgb");
  // σ = 0.2 % of the diagonal of 1118 pixels = 2.24, cut at four σ.
  expect(reachOf(plan(set("image.exposure")))).toBe(0);
  expect(reachOf(plan(set("image.sharpen", { radius: 0.2 }), set("image.sharpen", { radius: 0.2 })))).toBe(
    18,
  );
  expect(
    reachOf(plan(set("image.sharpen", { radius: 0.2 }), set("image.rotate", { angle: "90" }))),
  ).toBeNull();
});

it("ends at once where it is no longer wanted, and leaves the kernels' memory as it was", async () => {
  const before = rowKernels()!.kernels.mark;
  let turns = 0;
  const breathe = () => {
    if (++turns === 2) throw new Error("overtaken");
  };
  await expect(
    renderCodes(
      { chain: look(set("image.sharpen", { radius: 0.3 })), strength: 100, resources: {}, bits: 8 },
      picture(500, 1200, 16),
      breathe,
    ),
  ).rejects.toThrow("overtaken");
  expect(turns).toBe(2);
  expect(rowKernels()!.kernels.mark).toBe(before);
});

describe("tables of codes", () => {
  it("8-bit codes of sRGB change within 0.03 of a code of where they should, over all that is seen", () => {
    const table = codeTable(encodeSrgb)!;
    const bits = new Int32Array(1);
    const float = new Float32Array(bits.buffer);
    for (let i = 1; i < 4000; i++) {
      float[0] = (i / 4000) ** 3;
      const exact = encodeSrgb(float[0]) * 255;
      const entry = Math.max(0, (bits[0] >> 12) - ((127 - 14) << 11));
      expect(Math.abs(table[entry] - exact)).toBeLessThan(0.53);
    }
  });

  it("a 16-bit source table is its function within 2e-6 for smooth curves, and exact in the dark", () => {
    const f = (x: number) => x ** 2.4;
    const table = sourceTable(f, 65535);
    for (let code = 0; code < 65536; code += 7)
      expect(Math.abs(table[code] - f(code / 65535))).toBeLessThan(code < 2048 ? 1e-9 : 2e-6);
  });

  it("writes and reads from any pixel on, with and without a fourth channel", () => {
    for (const channels of [3, 4] as const) {
      const codes = new Uint8ClampedArray(channels * 4).fill(7);
      const target: CodedPicture = { width: 2, height: 2, channels, codes };
      encodeCodes([Float32Array.of(1), Float32Array.of(0), Float32Array.of(0.6)], 1, target, 2);
      const at = 2 * channels;
      expect([...codes.slice(at, at + 3)]).toEqual([255, 0, 153]);
      const others = [...codes].filter((_, i) => i < at || i >= at + channels);
      expect(others.every((code) => code === 7)).toBe(true);
      if (channels === 4) expect(codes[at + 3]).toBe(255);
      const planes = [0, 1, 2].map(() => new Float32Array(1));
      const table = Float32Array.from({ length: 256 }, (_, code) => code);
      decodeCodes(target, 2, 1, [table, table, table], planes);
      expect(planes.map(([v]) => v)).toEqual([255, 0, 153]);
    }
  });

  it("clips what lies outside, and shows what is no number as black", () => {
    const target: CodedPicture = { width: 4, height: 1, channels: 4, codes: new Uint8ClampedArray(16) };
    encodeCodes(
      [Float32Array.of(-1, 2, NaN, 0.5), Float32Array.of(0, 1, Infinity, 0.5), Float32Array.of(0, 0, 0, 0.5)],
      4,
      target,
      0,
    );
    expect([...target.codes]).toEqual([0, 0, 0, 255, 255, 255, 0, 255, 0, 255, 0, 255, 128, 128, 128, 255]);
  });
});
