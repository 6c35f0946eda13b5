import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localKernels } from "../picture/local-kernels";
import { decodeSrgb, encodeSrgb } from "../colour/srgb";
import { codeTable, sourceTable } from "../picture/coded";
import { fuse, prepareSteps, type PointStep } from "../picture/point-program";
import { wholeRows } from "../picture/work";
import { compressedLevel, expandedLevel, levelTable } from "../signal/dynamics";
import { applyTable, functionTable, halfACode, type ChannelFunction, type Tolerance } from "./function-table";

const clamp = (x: number) => Math.min(1, Math.max(0, x));
const power = (x: number, p: number) => (x < 0 ? -((-x) ** p) : x ** p);

/** Kinks, steep starts, clamps and what chains make of them. */
const functions: Record<string, ChannelFunction> = {
  "a power": (x) => power(x, 0.45),
  "sRGB, encoded": encodeSrgb,
  "sRGB, decoded": decodeSrgb,
  "levels of 20 % with gamma 3": (x) => power((x - 0.2) / 0.8, 1 / 3),
  "a decision list of offset −0.3 and power 0.3": (x) => clamp(x - 0.3) ** 0.3,
  "the steepest of them": (x) => clamp(8 * x - 0.999) ** 0.05,
  "clamped from both sides": (x) => clamp(1.7 * x - 0.2),
  "levels in linear light": (x) => decodeSrgb(power((encodeSrgb(x) - 0.1) / 0.7, 1 / 2.5)),
  "a line": (x) => 0.2 + 0.5 * x,
  "a constant": () => 0.25,
};

/** Floats of all magnitudes below 2⁸ and of both signs, as many in each octave, and many where pictures are. */
const floats = Float32Array.from({ length: 60_000 }, (_, i) => {
  const share = ((i * 0.618034) % 1) + 1;
  if (i % 3 === 0) return (i / 60_000) * 1.1;
  return (i % 2 ? 1 : -1) * share * 2 ** ((i % 60) - 53);
});

function worst(f: ChannelFunction, y: Float32Array, { absolute, relative }: Tolerance): number {
  return floats.reduce(
    (most, x, i) =>
      Math.max(most, Math.abs(y[i] - f(x)) / (absolute + relative * Math.abs(f(x)) + 6e-8 * Math.abs(f(x)))),
    0,
  );
}

describe("tables of functions", () => {
  it.each(Object.entries(functions))(
    "%s: within half a code of 16 bits over the whole domain, by kernel and by twin",
    (_, f) => {
      const table = functionTable(f)!;
      const plain = floats.slice();
      applyTable(table, plain, 0, plain.length);
      expect(worst(f, plain, halfACode)).toBeLessThanOrEqual(1);
      const planes = [floats.slice(), new Float32Array(floats.length), new Float32Array(floats.length)];
      const steps: PointStep[] = [{ kind: "channels", functions: [f, (x) => x, (x) => x] }];
      localKernels()!.points.run(
        prepareSteps(fuse(steps)),
        planes,
        wholeRows({ width: floats.length, height: 1 }, 0, 1),
      );
      planes[0].forEach((v, i) => {
        if (!(Math.abs(v - plain[i]) <= 2e-6 * Math.max(1, Math.abs(plain[i]))))
          throw new Error(`${floats[i]}: ${v} instead of ${plain[i]}`);
      });
    },
  );

  it("kinks anywhere and of any steepness are held, or the function has no table", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.99, noNaN: true }),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        fc.double({ min: 0.05, max: 4, noNaN: true }),
        (at, slope, p) => {
          const f = (x: number) => clamp((x - at) * slope) ** p + 0.1 * x;
          const table = functionTable(f);
          if (!table) return;
          // Where it matters most: next to the kink.
          const near = Float32Array.from({ length: 4000 }, (_, i) =>
            Math.fround(at * (1 + (i - 1000) * 1e-6)),
          );
          const y = near.slice();
          applyTable(table, y, 0, y.length);
          y.forEach((v, i) => {
            if (!(Math.abs(v - f(near[i])) < 8e-6 * Math.max(1, Math.abs(f(near[i])))))
              throw new Error(`${near[i]}: ${v} instead of ${f(near[i])}`);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

  it("goes straight on beyond ±2⁸", () => {
    const ends = Float32Array.of(0, 300, -300, 1e9);
    applyTable(
      functionTable((x) => 2 * x + 1)!,
      ends,
      0,
      4,
    );
    expect([...ends].map((v, i) => Math.abs(v / [1, 601, -599, 2e9 + 1][i] - 1) < 1e-3)).toEqual([
      true,
      true,
      true,
      true,
    ]);
  });

  it("holds the smallest floats that there are, on either side of nothing", () => {
    const tiny = Float32Array.of(2 ** -149, 2 ** -126, 1e-30, 1e-20, 1e-12, 1e-8);
    for (const f of [(x: number) => 0.25 + x, (x: number) => 0.5 + Math.sign(x) * Math.abs(x) ** 0.6])
      for (const sign of [1, -1]) {
        const y = tiny.map((x) => sign * x);
        applyTable(functionTable(f)!, y, 0, y.length);
        y.forEach((v, i) => expect(Math.abs(v - f(sign * tiny[i]))).toBeLessThan(8e-6));
      }
  });

  it("a function that no table can hold is computed as it stands", () => {
    const wild = (x: number) => Math.sin(4000 * x);
    expect(functionTable(wild)).toBeNull();
    const planes = [0.1, 0.2, 0.3].map((v) => Float32Array.of(v));
    const prepared = prepareSteps([{ kind: "channels", functions: [wild, wild, wild] }]);
    localKernels()!.points.run(prepared, planes, wholeRows({ width: 1, height: 1 }, 0, 1));
    planes.forEach(([v], c) => expect(v).toBeCloseTo(wild(Math.fround([0.1, 0.2, 0.3][c])), 6));
    expect(codeTable(wild)).toBeNull();
  });
});

describe("tables over codes", () => {
  it.each(Object.entries(functions))("%s: every code of 16 bits within half a code", (_, f) => {
    const table = sourceTable(f, 65535);
    expect(table.reduce((most, v, code) => Math.max(most, Math.abs(v - f(code / 65535))), 0)).toBeLessThan(
      0.5 / 65535,
    );
  });

  it.each(Object.entries(functions))(
    "%s: codes of 8 bits change within 0.07 of where they should, or there is no table",
    (_, f) => {
      const table = codeTable(f);
      if (!table) return;
      for (let i = 0; i < 20_000; i++) {
        const x = Math.fround(i / 20_000);
        const entry = new Int32Array(Float32Array.of(x).buffer)[0] >> 12;
        const exact = clamp(f(x)) * 255;
        const code = table[Math.max(0, entry - ((127 - 14) << 11))];
        if (!(Math.abs(code - exact) < 0.57)) throw new Error(`${x}: ${code} instead of ${exact}`);
      }
    },
  );
});

describe("curves of levels", () => {
  // By the formulas that reference/gate_static.json and compressor_static.json check.
  it.each([
    [10, 0],
    [30, 0],
    [4, 12],
    [30, 3],
  ])("of ratio %d and knee %d: within 0.001 dB at any level", (ratio, knee) => {
    for (const threshold of [-60, -45, -20, -3])
      for (const curve of [
        (level: number) => level - expandedLevel(level, threshold, ratio, knee, 90),
        (level: number) => level - compressedLevel(level, threshold, ratio, knee),
      ]) {
        const table = levelTable(curve);
        for (let level = -110; level < 40; level += 0.0137) {
          const x = Float32Array.of(10 ** (level / 20));
          const exact = curve(20 * Math.log10(x[0]));
          applyTable(table, x, 0, 1);
          if (!(Math.abs(x[0] - exact) <= 0.001))
            throw new Error(`${level} dB, threshold ${threshold}: ${x[0]} instead of ${exact}`);
        }
      }
  });
});
