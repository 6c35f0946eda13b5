import { converter } from "culori";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { monotoneCurve } from "../numeric/monotone-curve";
import { convertPlanes } from "../picture/point-program";
import { applyTable, functionTable } from "../numeric/function-table";
import { labFunction, labInverse } from "./lab";
import { lightOf } from "./white-point";
import { decodeSrgb, encodeSrgb, linearOfCode16 } from "./srgb";

describe("the sRGB transfer function", () => {
  // Source: reference/srgb_transfer.json (IEC 61966-2-1:1999).
  it.each(reference<{ code: number; srgb: number; linear: number }>("srgb_transfer").map((c) => [c.code, c]))(
    "code %d",
    (code, c) => {
      expect(Math.abs(decodeSrgb(c.srgb) - c.linear)).toBeLessThan(1e-12);
      expect(Math.round(encodeSrgb(decodeSrgb(c.srgb)) * 255)).toBe(code);
      expect(linearOfCode16()[code * 257]).toBe(Math.fround(decodeSrgb(code / 255)));
    },
  );
});

describe("tables by octave", () => {
  it.each([
    ["sRGB encoding", encodeSrgb],
    ["sRGB decoding", decodeSrgb],
    ["cube root", Math.cbrt],
  ] as const)("%s agrees with the formula: within 6e-6 where pictures are, within 4e-4 beyond", (_, f) => {
    const table = functionTable(f)!;
    const away = (x: number) => {
      const value = Float32Array.of(x);
      applyTable(table, value, 0, 1);
      return Math.abs(value[0] - f(Math.fround(x))) / Math.abs(f(Math.fround(x)));
    };
    const light = (min: number, max: number, examples: number[], most: number) =>
      fc.assert(
        fc.property(
          fc.float({ min, max, noNaN: true }),
          (x) => void expect(away(x)).toBeLessThanOrEqual(most),
        ),
        { numRuns: 3000, examples: examples.map((x) => [x]) },
      );
    light(Math.fround(2 ** -12), Math.fround(7.999), [Math.fround(0.0031308), Math.fround(0.04045), 1], 6e-6);
    light(Math.fround(2 ** -19), Math.fround(255), [], 4e-4);
    light(-4, -Math.fround(2 ** -12), [-1], 4e-4);
  });
});

describe("OKLab", () => {
  // Source: reference/srgb_xyz_lab.json (culori 4.0.2), and culori itself on generated colours.
  const toOklab = (rgb: readonly number[]) => {
    const planes = rgb.map((v) => Float32Array.of(v));
    convertPlanes("linear", "oklab", planes, 1);
    return planes.map((p) => p[0]);
  };
  it.each(
    reference<{ id: string; linear: number[]; oklab: number[] }>("srgb_xyz_lab").map(
      (c) => [c.id, c] as const,
    ),
  )("%s", (_, c) => {
    toOklab(c.linear).forEach((v, i) => expect(Math.abs(v - c.oklab[i])).toBeLessThan(2e-6));
  });
  it("agrees with culori and comes back, also for light brighter than white", () => {
    const culori = converter("oklab");
    const light = fc.double({ min: 0, max: 4, noNaN: true });
    fc.assert(
      fc.property(light, light, light, (r, g, b) => {
        const [L, a, bb] = toOklab([r, g, b]);
        const truth = culori({ mode: "lrgb", r, g, b })!;
        expect(Math.abs(L - truth.l) + Math.abs(a - truth.a) + Math.abs(bb - truth.b)).toBeLessThan(1e-5);
        const planes = [L, a, bb].map((v) => Float32Array.of(v));
        convertPlanes("oklab", "linear", planes, 1);
        [r, g, b].forEach((v, i) => expect(Math.abs(planes[i][0] - v)).toBeLessThan(2e-5 * (1 + v)));
      }),
    );
  });
});

describe("monotone curves", () => {
  interface Case {
    id: string;
    points: [number, number][];
    x: number[];
    monotone_pchip: number[];
  }
  // Source: reference/curves.json (scipy 1.10.1 PchipInterpolator).
  it.each(reference<Case>("curves").map((c) => [c.id, c] as const))("%s runs as scipy's", (_, c) => {
    const curve = monotoneCurve(c.points);
    c.x.forEach((x, i) => expect(Math.abs(curve(x) - c.monotone_pchip[i])).toBeLessThan(1e-9));
  });
  it("never overshoots its points and never falls where they rise", () => {
    const steps = fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(steps, steps, (dx, dy) => {
        let [x, y] = [0, 0];
        const points = dx.map((d, i) => [(x += d), (y += dy[i % dy.length])] as [number, number]);
        const curve = monotoneCurve(points);
        let last = points[0][1];
        for (let i = 0; i <= 200; i++) {
          const v = curve(points[0][0] + ((x - points[0][0]) * i) / 200);
          expect(v).toBeGreaterThanOrEqual(last - 1e-9);
          expect(v).toBeLessThanOrEqual(y + 1e-9);
          last = v;
        }
      }),
    );
  });
});

describe("the light of a scene", () => {
  const at = (kelvin: number) => lightOf(kelvin, 0);
  it("goes along its locus without a jump", () => {
    for (let kelvin = 1700; kelvin < 12_000; kelvin += 5) {
      const [a, b] = [at(kelvin), at(kelvin + 5)];
      expect([kelvin, Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.002]).toEqual([kelvin, true]);
    }
  });
  it("is a black body's where it is warm, and daylight's where it is not", () => {
    // Source: CIE 15:2004, chromaticities of illuminant A (2856 K) and D65 (6504 K); the locus of Kim et al. is an approximation.
    expect(Math.abs(at(2856)[0] - 0.4476)).toBeLessThan(0.002);
    expect(Math.abs(at(2856)[1] - 0.4074)).toBeLessThan(0.002);
    expect(Math.abs(at(6504)[0] - 0.3127)).toBeLessThan(0.0005);
    expect(Math.abs(at(6504)[1] - 0.329)).toBeLessThan(0.0005);
  });
});

describe("the function between XYZ and Lab", () => {
  it("and its inverse undo each other, also in the straight part near black", () => {
    for (const t of [0, 1e-5, 0.001, 0.008, 0.0088, 0.0089, 0.01, 0.18, 1, 2])
      expect(labInverse(labFunction(t))).toBeCloseTo(t, 12);
    // Source: CIE 15:2004, 8.2.1: L* of 1 % is 8.99.
    expect(116 * labFunction(0.01) - 16).toBeCloseTo(8.9914, 3);
  });
});
