import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import {
  butterworth,
  cascade,
  firstOrder,
  section,
  sectionResponse,
  type SectionShape,
  type Slope,
} from "./biquad";
import { magnitudeDb, multiply, one, phaseDegrees } from "../numeric/complex";

const shapes: Record<string, SectionShape> = {
  lowpass: "low-pass",
  highpass: "high-pass",
  bandpass: "band-pass",
  notch: "notch",
  peaking: "bell",
  lowshelf: "low-shelf",
  highshelf: "high-shelf",
};

interface BiquadCase {
  id: string;
  type: string;
  f0: number;
  Q: number;
  gainDb: number;
  fs: number;
  b: number[];
  a: number[];
  freqs: number[];
  scipy_mag_db: number[];
  scipy_phase_rad: number[];
  scipy_impulse32: number[];
}
interface CascadeCase {
  id: string;
  kind: string;
  order: number;
  f0: number;
  fs: number;
  freqs: number[];
  mag_db: number[];
}

describe("second-order sections", () => {
  // Source: reference/biquad.json (scipy 1.10.1 on the prototypes of the Audio EQ Cookbook; W3C Working Group Note).
  it.each(reference<BiquadCase>("biquad").map((c) => [c.id, c] as const))(
    "%s has scipy's coefficients and response",
    (_, c) => {
      const s = section(shapes[c.type], c.f0, c.Q, c.gainDb, c.fs);
      [s.b0, s.b1, s.b2].forEach((b, i) => expect(b).toBeCloseTo(c.b[i], 9));
      [1, s.a1, s.a2].forEach((a, i) => expect(a).toBeCloseTo(c.a[i], 9));
      c.freqs.forEach((f, i) => {
        const z = sectionResponse(s, f, c.fs);
        if (c.scipy_mag_db[i] < -60) return expect(magnitudeDb(z)).toBeLessThan(-59.9);
        expect(Math.abs(magnitudeDb(z) - c.scipy_mag_db[i])).toBeLessThan(1e-6);
        const turn = Math.abs(phaseDegrees(z) - (c.scipy_phase_rad[i] * 180) / Math.PI) % 360;
        expect(Math.min(turn, 360 - turn)).toBeLessThan(1e-4);
      });
    },
  );

  it.each(reference<BiquadCase>("biquad").map((c) => [c.id, c] as const))(
    "%s rings as scipy's lfilter",
    (_, c) => {
      const x = new Float32Array(32);
      x[0] = 1;
      cascade([section(shapes[c.type], c.f0, c.Q, c.gainDb, c.fs)], 1)([x], 32);
      // Samples are 32-bit floats, so to their resolution.
      c.scipy_impulse32.forEach((v, i) =>
        expect(Math.abs(x[i] - v)).toBeLessThan(1e-6 * Math.max(1, Math.abs(v))),
      );
    },
  );
});

describe("Butterworth slopes", () => {
  // Source: reference/butterworth_cascade.json (scipy.signal.butter).
  const cases = reference<CascadeCase>("butterworth_cascade").filter((c) => [1, 2, 4, 8].includes(c.order));
  it("covers every slope that is offered", () =>
    expect(new Set(cases.map((c) => c.order))).toEqual(new Set([1, 2, 4, 8])));
  it.each(cases.map((c) => [c.id, c] as const))("%s", (_, c) => {
    const sections = butterworth(
      c.kind === "lowpass" ? "low-pass" : "high-pass",
      c.f0,
      String(c.order * 6) as Slope,
      c.fs,
    );
    c.freqs.forEach((f, i) => {
      if (c.mag_db[i] < -100) return;
      const z = sections.map((s) => sectionResponse(s, f, c.fs)).reduce(multiply, one);
      expect(Math.abs(magnitudeDb(z) - c.mag_db[i])).toBeLessThan(1e-6);
    });
  });
});

describe("the state of a filter", () => {
  it("gives the same in blocks of any size, bit for bit", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 700 }), { minLength: 1, maxLength: 12 }), (sizes) => {
        const total = sizes.reduce((a, b) => a + b, 0);
        const whole = Float32Array.from(
          { length: total },
          (_, i) => Math.sin(i * 0.3) * (i % 97 === 0 ? 1 : 0.1),
        );
        const parts = whole.slice();
        const design = [firstOrder("high-pass", 50, 48000), section("bell", 900, 4, 9, 48000)];
        cascade(design, 1)([whole], total);
        const run = cascade(design, 1);
        let at = 0;
        for (const size of sizes) {
          run([parts.subarray(at, at + size)], size);
          at += size;
        }
        expect(parts).toEqual(whole);
      }),
    );
  });

  it("comes to rest: after a long silence nothing is left, not even denormal numbers", () => {
    const x = new Float32Array(48000 * 6);
    x[0] = 1;
    cascade([section("bell", 60, 10, 12, 48000)], 1)([x], x.length);
    expect(x.subarray(-1000).every((v) => v === 0)).toBe(true);
  });
});
