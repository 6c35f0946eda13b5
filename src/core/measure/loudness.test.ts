import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { sectionResponse } from "../signal/biquad";
import { magnitudeDb, multiply } from "../signal/complex";
import { kWeighting } from "./k-weighting";
import { integratedLoudness } from "./loudness";
import { samplePeak, truePeak } from "./peaks";

interface Case {
  id: string; fs: number; channels: string[]; signal: "sine" | "lcgNoise"; hz: number; phaseDeg: number; seed: number; fadeMs?: number;
  segments: { seconds: number; dbfs: (number | null)[] }[];
  expected: { I?: number; TP?: number }; tolerance: { I?: number; TP?: [number, number] }; libebur128: { I: number | null; SP: number };
}

/** Builds a case's signal by its recipe (the file's `recipe`). */
function signal({ fs, channels, signal, hz, phaseDeg, seed, fadeMs, segments }: Case): Float32Array[] {
  const total = segments.reduce((sum, s) => sum + Math.round(s.seconds * fs), 0);
  const planes = channels.map(() => new Float32Array(total));
  let state = seed >>> 0;
  let n = 0;
  for (const { seconds, dbfs } of segments)
    for (let i = Math.round(seconds * fs); i > 0; i--, n++) {
      let x = Math.sin((2 * Math.PI * hz * n) / fs + ((phaseDeg ?? 0) * Math.PI) / 180);
      if (signal === "lcgNoise") {
        state = (Math.imul(1664525, state) + 1013904223) >>> 0;
        x = state / 2 ** 31 - 1;
      }
      const fade = fadeMs ? Math.min(1, n / ((fadeMs / 1000) * fs), (total - n) / ((fadeMs / 1000) * fs)) : 1;
      planes.forEach((plane, c) => (plane[n] = dbfs[c] === null ? 0 : 10 ** (dbfs[c] / 20) * x * fade));
    }
  return planes;
}

// Source: reference/loudness_synthetic.json (EBU Tech 3341, ITU-R BS.1770; readings of libebur128 1.2.6).
const cases = reference<Case>("loudness_synthetic");

describe("integrated loudness", () => {
  it.each(cases.filter((c) => c.expected.I !== undefined).map((c) => [c.id, c] as const))("%s is what the standard expects", (_, c) => {
    expect(Math.abs(integratedLoudness(signal(c), c.fs) - c.expected.I!)).toBeLessThan(c.tolerance.I!);
  });
  const read = cases.filter((c) => Number.isFinite(c.libebur128.I) && c.id !== "short-300ms");
  it.each(read.map((c) => [c.id, c] as const))("%s reads as libebur128 reads it", (_, c) => {
    expect(Math.abs(integratedLoudness(signal(c), c.fs) - c.libebur128.I!)).toBeLessThan(0.011);
  });
  it("reads silence as nothing", () => expect(integratedLoudness([new Float32Array(48000)], 48000)).toBe(-Infinity));
  it("measures material shorter than a block as one block", () => {
    const short = Float32Array.from({ length: 4800 }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / 48000));
    expect(integratedLoudness([short], 48000)).toBeCloseTo(-3, 0);
  });
});

describe("true peak", () => {
  it.each(cases.filter((c) => c.expected.TP !== undefined).map((c) => [c.id, c] as const))("%s", (_, c) => {
    const error = 20 * Math.log10(truePeak(signal(c))) - c.expected.TP!;
    expect(error).toBeGreaterThan(c.tolerance.TP![0]);
    expect(error).toBeLessThan(c.tolerance.TP![1]);
  });
  it("is never below the sample peak", () => {
    for (const c of cases.slice(0, 3)) expect(truePeak(signal(c))).toBeGreaterThanOrEqual(samplePeak(signal(c)));
  });
});

describe("K-weighting", () => {
  // Source: reference/k_weighting.json (ITU-R BS.1770-4 Annex 1, Tables 1 and 2, through scipy's freqz).
  it.each(reference<{ hz: number; total_db: number }>("k_weighting").map((c) => [c.hz, c.total_db]))("at %d Hz", (hz, db) => {
    const at = (rate: number) => magnitudeDb(kWeighting(rate).map((s) => sectionResponse(s, hz, rate)).reduce(multiply));
    expect(Math.abs(at(48000) - db)).toBeLessThan(0.001);
    if (hz < 8000) expect(Math.abs(at(96000) - db)).toBeLessThan(0.05);
  });
});
