import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compileKernels, kernelFile } from "../../../scripts/kernels";
import { noise } from "../../../testing/signals";
import { gaussianPasses, plainPasses } from "../picture/gaussian";
import { convert, fuse, prepareSteps, runPointsPlain, type PointStep } from "../picture/point-program";
import { cascade, plainCascade, section } from "../signal/biquad";
import { FeedbackNetwork } from "../signal/feedback-network";
import { peakBetween, plainPeakBetween, TruePeaks } from "../signal/true-peak-meter";
import { matrixOf } from "../colour/matrix";
import { livelyValues } from "../../../testing/effect-values";
import { runNear } from "../chain/run-rows";
import { type ImageEffect } from "../effects/define";
import { longestBlock } from "../signal/block";
import { standing } from "../time/moment";
import { wholeRows } from "../picture/work";
import { effectsFor } from "../effects/registry";
import { KernelInstance } from "./instance";
import { localKernels } from "../picture/local-kernels";
import { planeIn } from "./plane";

const kernels = localKernels()!;

it("what is compiled is what the sources say", async () =>
  expect(readFileSync(kernelFile, "utf8")).toBe(await compileKernels()));

describe("point programs: kernels beside their plain twins", () => {
  const power = (x: number) => Math.sign(x) * Math.abs(x) ** 0.7;
  const programs: [string, PointStep[]][] = [
    ["tables", [{ kind: "channels", functions: [power, (x) => 0.1 + x, power] }]],
    [
      "matrix",
      [
        {
          kind: "matrix",
          matrix: matrixOf(
            [
              [0.5, 0.2, 0.1],
              [0, 1.2, -0.3],
              [0.3, 0, 0.9],
            ],
            [0.01, -0.02, 0.03],
          ),
        },
      ],
    ],
    [
      "OKLab",
      [
        ...convert("linear", "oklab"),
        {
          kind: "matrix",
          matrix: matrixOf([
            [1, 0, 0],
            [0, 1.3, 0],
            [0, 0, 1.3],
          ]),
        },
        ...convert("oklab", "linear"),
      ],
    ],
    [
      "radial gain",
      [{ kind: "radial", size: 64, gain: Float32Array.from({ length: 66 }, (_, i) => 1 - i / 100) }],
    ],
    [
      "a strip between",
      [
        {
          kind: "matrix",
          matrix: matrixOf([
            [2, 0, 0],
            [0, 2, 0],
            [0, 0, 2],
          ]),
        },
        { kind: "strip", share: 0.5, process: (planes) => planes.forEach((p) => p.fill(0.25)) },
        ...convert("linear", "srgb"),
      ],
    ],
  ];
  it.each(programs)("%s", (_, steps) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 1, max: 1000 }),
        (width, rows, seed) => {
          const strip = wholeRows({ width, height: rows + 5 }, 3, rows);
          const planes = [0, 1, 2].map((c) =>
            noise(width * rows, seed + c).map((v, i) => (i % 17 === 0 ? 0 : (v + 0.8) * 2 ** ((i % 9) - 6))),
          );
          const plain = planes.map((p) => p.slice());
          const prepared = prepareSteps(fuse(steps));
          runPointsPlain(prepared, plain, strip);
          kernels.points.run(prepared, planes, strip);
          // Of a matrix's sums large terms may cancel: single precision is of the largest channel.
          const size = (i: number) => Math.max(1, ...plain.map((p) => Math.abs(p[i])));
          planes.forEach((p, c) =>
            p.forEach((v, i) => {
              if (!(Math.abs(v - plain[c][i]) <= 3e-5 * size(i)))
                throw new Error(`channel ${c}, pixel ${i}: ${v} instead of ${plain[c][i]}`);
            }),
          );
        },
      ),
      // Sizes and seeds at which roots of a lower order were too far away, and at which large terms cancel.
      {
        numRuns: 12,
        examples: [
          [819, 3, 996],
          [1719, 7, 535],
        ],
      },
    );
  });
});

it.each([
  [0.4, 30, 20],
  [2, 700, 90],
  [7.9, 3, 5],
])("a Gaussian of σ = %d on %d×%d is its twin's, in any part", (sigma, width, height) => {
  const plane = noise(width * height, 4);
  const blur = (make: typeof gaussianPasses, parts: number) => {
    const scratch = [plane, new Float32Array(plane.length), new Float32Array(plane.length)];
    for (const pass of make(
      { width, height },
      sigma,
      (_, s) => s[0],
      (_, s) => s[1],
      (_, s) => s[2],
    ))
      for (let from = 0; from < pass.lines; from += parts)
        pass.run([], scratch, from, Math.min(pass.lines, from + parts));
    return scratch[2];
  };
  const plain = blur(plainPasses, 1e9);
  for (const parts of [1e9, 7])
    blur(gaussianPasses, parts).forEach((v, i) => expect(Math.abs(v - plain[i])).toBeLessThan(1e-6));
});

describe("surroundings of few rows: kernels beside the passes of their effects, in any part", () => {
  const frame = { width: 149, height: 83 };
  const made = (effectsFor("image") as readonly ImageEffect[]).flatMap((effect) => {
    const work = effect.create(livelyValues(effect) as never, frame, { files: {}, moment: standing });
    return work.kind === "area" && work.near ? [[effect.id, work, work.near] as const] : [];
  });
  it("are what sharpening and noise reduction have", () =>
    expect(made.map(([id]) => id).sort()).toEqual(["image.noise-reduction", "image.sharpen"]));
  it.each(made)("%s", (_, { passes, scratch }, near) => {
    const planes = [0, 1, 2].map((c) =>
      noise(frame.width * frame.height, c + 1).map((v, i) => 0.4 + 0.3 * Math.sin(i * 0.01) + 0.05 * v),
    );
    const plain = planes.map((p) => p.slice());
    const room = Array.from({ length: scratch }, () => new Float32Array(plain[0].length));
    for (const pass of passes) pass.run(plain, room, 0, pass.lines);
    for (const bounds of [
      [0, 83],
      [0, 1, 40, 83],
    ]) {
      const target = planes.map((p) => new Float32Array(p.length));
      bounds.slice(1).forEach((to, n) => runNear(near, frame, planes, target, bounds[n], to));
      target.forEach((plane, c) =>
        plane.forEach((v, i) => {
          if (!(Math.abs(v - plain[c][i]) <= 2e-5))
            throw new Error(`channel ${c}, pixel ${i}: ${v} instead of ${plain[c][i]}`);
        }),
      );
    }
  });
});

it("roots are within three units in the last place of Math.cbrt (ECMAScript), from the least to the largest, of either sign", () => {
  const memory = KernelInstance.make()!;
  // Every 1,017th float by its bits, from the least that is normal to the largest of all.
  const values = new Float32Array(
    Uint32Array.from({ length: 2 ** 21 }, (_, n) => Math.min(0x7f7fffff, 0x00800000 + 1017 * n)).buffer,
  ).map((v, n) => (n % 2 ? -v : v));
  const at = memory.reserve(4 * (values.length + 16));
  memory.put(values, at);
  memory.run.cubeRoot(at, values.length);
  const roots = new Float32Array(values.length);
  memory.get(roots, 0, at, values.length);
  let furthest = 0;
  for (let n = 0; n < values.length; n++) {
    const root = Math.cbrt(values[n]);
    furthest = Math.max(furthest, Math.abs(roots[n] / root - 1));
  }
  expect(furthest).toBeLessThan(3 * 2 ** -24);

  const odd = Float32Array.of(0, -0, Infinity, -Infinity, 1e-42, NaN, 1, 8);
  memory.put(odd, at);
  memory.run.cubeRoot(at, odd.length);
  const made = new Float32Array(odd.length);
  memory.get(made, 0, at, odd.length);
  expect([...made.slice(0, 2)]).toEqual([0, -0]);
  // What is beyond all numbers stays large, and what is next to nothing stays so.
  expect(made[2]).toBeGreaterThan(6e12);
  expect(made[3]).toBeLessThan(-6e12);
  expect(Math.abs(made[4])).toBeLessThan(1e-13);
  expect(made[5]).toBeNaN();
  expect(made[6]).toBeCloseTo(1, 6);
  expect(made[7]).toBeCloseTo(2, 6);
});

it("true peaks around samples are their twin's, in blocks of any size, on any number of channels", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 3 }),
      fc.array(fc.integer({ min: 1, max: longestBlock }), { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 1, max: 1000 }),
      (channels, sizes, seed) => {
        const own = new TruePeaks(channels, longestBlock, KernelInstance.make()!);
        const twin = new TruePeaks(channels, longestBlock);
        for (const [n, size] of sizes.entries()) {
          const blocks = Array.from({ length: channels }, (_, c) => noise(size, seed + 7 * n + c));
          const expected = twin.listen(blocks, size);
          own.listen(blocks, size).forEach((peak, i) => {
            if (i < size && !(Math.abs(peak - expected[i]) <= 1e-5))
              throw new Error(`block ${n}, sample ${i}: ${peak} instead of ${expected[i]}`);
          });
        }
      },
    ),
    { numRuns: 30 },
  );
});

it("a peak between samples is its twin's, in signals of any length", () => {
  fc.assert(
    fc.property(
      fc.oneof(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 4000, max: 9000 })),
      fc.integer({ min: 1, max: 1000 }),
      (length, seed) => {
        const signal = noise(length, seed);
        expect(peakBetween(signal)).toBeCloseTo(plainPeakBetween(signal), 5);
      },
    ),
    {
      numRuns: 60,
      examples: [
        [23, 1],
        [24, 1],
        [26, 1],
        [27, 2],
        [28, 3],
        [4119, 4],
        [4120, 4],
        [4122, 5],
      ],
    },
  );
});

describe("filters", () => {
  it("a cascade is its twin to the bit, on any number of channels, in blocks of any size", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.integer({ min: 1, max: longestBlock }), { minLength: 1, maxLength: 5 }),
        (channels, count, sizes) => {
          const sections = Array.from({ length: count }, (_, k) =>
            section(k % 2 ? "bell" : "high-shelf", 200 * (k + 1), 0.8, 5 - k, 48_000),
          );
          const memory = KernelInstance.make()!;
          const [one, other] = [cascade(sections, channels, memory), plainCascade(sections, channels)];
          const planes = Array.from({ length: channels }, () => planeIn(memory, longestBlock));
          for (const [n, size] of sizes.entries()) {
            const twins = Array.from({ length: channels }, (_, c) =>
              n === 1 ? new Float32Array(size) : noise(size, c + n + 1),
            );
            const blocks = planes.map((p) => p());
            twins.forEach((t, c) => blocks[c].set(t));
            one(blocks, size);
            other(twins, size);
            expect(blocks.map((b) => b.slice(0, size))).toEqual(twins);
          }
        },
      ),
      { numRuns: 20 },
    );
  });

  it("a feedback network is its twin within what single precision makes of it", () => {
    const options = {
      lengths: Array.from({ length: 16 }, (_, k) => 331 + 37 * k),
      decay: 0.6,
      damping: 5000,
      sampleRate: 48_000,
      outputs: 3,
    };
    const memory = KernelInstance.make()!;
    const [kernel, plain] = [
      new FeedbackNetwork({ ...options, kernels: memory }),
      new FeedbackNetwork(options),
    ];
    const [inputPlane, ...outs] = Array.from({ length: 4 }, () => planeIn(memory, 20_000));
    const input = inputPlane();
    input.set(noise(3000, 5));
    const [a, b] = [outs.map((o) => o()), outs.map(() => new Float32Array(input.length))];
    for (const [at, size] of [
      [0, 700],
      [700, 1],
      [701, 4299],
      [5000, 15_000],
    ])
      kernel.process(input.subarray(at, at + size), a, at, size);
    plain.process(input, b, 0, input.length);
    a.forEach((channel, c) => channel.forEach((v, i) => expect(Math.abs(v - b[c][i])).toBeLessThan(1e-5)));
  });
});
