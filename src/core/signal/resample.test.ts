import { describe, expect, it } from "vitest";
import { resample, resampleNeeds } from "./resample";

/** A sine of full scale at `rate`, from sample `first` on. */
const sine = (frequency: number, rate: number, first: number, length: number) =>
  Float32Array.from({ length }, (_, i) => Math.sin((2 * Math.PI * frequency * (i + first)) / rate));
const convert = (frequency: number, from: number, to: number, start = 1000, length = 4000) => {
  const needs = resampleNeeds(from, to, start, start + length);
  return resample(
    sine(frequency, from, needs.start, needs.end - needs.start),
    needs.start,
    from,
    to,
    start,
    start + length,
  );
};
/** The largest value, in dB of full scale. */
const level = (values: Float32Array) =>
  20 * Math.log10(values.reduce((most, v) => Math.max(most, Math.abs(v)), 0) + 1e-12);

const pairs = [
  [44_100, 48_000],
  [48_000, 44_100],
  [96_000, 48_000],
  [32_000, 48_000],
  [48_000, 11_025],
  [44_056, 48_000],
] as const;

// Shannon's theorem is the check: a sine below the lower Nyquist frequency is the same sine at the other rate.
describe.each(pairs)("from %i to %i Hz", (from, to) => {
  const nyquist = Math.min(from, to) / 2;
  it.each([0.05, 0.5, 0.9])(
    "a sine at %f of the lower Nyquist frequency is the same sine, to −95 dB",
    (share) => {
      const frequency = nyquist * share;
      const made = convert(frequency, from, to);
      const wanted = sine(frequency, to, 1000, made.length);
      expect(level(made.map((v, i) => v - wanted[i]))).toBeLessThan(-95);
    },
  );
  if (from > to)
    it.each([1.01, 1.3, 1.9])("a sine at %f of it is stopped by 95 dB", (share) => {
      if (nyquist * share < from / 2) expect(level(convert(nyquist * share, from, to))).toBeLessThan(-95);
    });
  it("a constant stays itself", () => {
    const needs = resampleNeeds(from, to, 0, 500);
    const made = resample(new Float32Array(needs.end - needs.start).fill(0.5), needs.start, from, to, 0, 500);
    expect(Math.max(...made.map((v) => Math.abs(v - 0.5)))).toBeLessThan(1e-7);
  });
});

describe("windows", () => {
  it("give the same samples however the output is cut", () => {
    const whole = convert(997, 44_100, 48_000, 0, 3000);
    const parts = [0, 700, 701, 2000].flatMap((start, i, all) => [
      ...convert(997, 44_100, 48_000, start, (all[i + 1] ?? 3000) - start),
    ]);
    expect(Float32Array.from(parts)).toEqual(whole);
  });
  it("at the same rate are the samples themselves", () =>
    expect(resample(Float32Array.of(1, 2, 3, 4), 10, 48_000, 48_000, 11, 13)).toEqual(Float32Array.of(2, 3)));
});
