import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { speechLike } from "../../../testing/speech-like";
import { sectionResponse } from "../signal/biquad";
import { magnitudeDb, multiply } from "../numeric/complex";
import { kWeighting } from "../signal/k-weighting";
import { courseStart, courseStep, integratedLoudness, loudnessCourse } from "./loudness";
import { LoudnessMeter } from "../signal/loudness-meter";
import { samplePeak, truePeak } from "./peaks";

interface Case {
  id: string;
  fs: number;
  channels: string[];
  signal: "sine" | "lcgNoise";
  hz: number;
  phaseDeg: number;
  seed: number;
  fadeMs?: number;
  segments: { seconds: number; dbfs: (number | null)[] }[];
  expected: { I?: number; TP?: number; Mmax?: number; Smax?: number; LRA?: number };
  tolerance: { I?: number; TP?: [number, number]; Mmax?: number; Smax?: number; LRA?: number };
  libebur128: { I: number | null; SP: number };
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
  it.each(cases.filter((c) => c.expected.I !== undefined).map((c) => [c.id, c] as const))(
    "%s is what the standard expects",
    (_, c) => {
      expect(Math.abs(integratedLoudness(signal(c), c.fs) - c.expected.I!)).toBeLessThan(c.tolerance.I!);
    },
  );
  const read = cases.filter((c) => Number.isFinite(c.libebur128.I) && c.id !== "short-300ms");
  it.each(read.map((c) => [c.id, c] as const))("%s reads as libebur128 reads it", (_, c) => {
    expect(Math.abs(integratedLoudness(signal(c), c.fs) - c.libebur128.I!)).toBeLessThan(0.011);
  });
  it("reads silence as nothing", () =>
    expect(integratedLoudness([new Float32Array(48000)], 48000)).toBe(-Infinity));
  it("measures material shorter than a block as one block", () => {
    const short = Float32Array.from({ length: 4800 }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / 48000));
    expect(integratedLoudness([short], 48000)).toBeCloseTo(-3, 0);
  });
});

describe("momentary, short-term and range (EBU Tech 3341 and 3342)", () => {
  const read = (c: Case) => {
    const meter = new LoudnessMeter(c.channels.length, c.fs, false);
    meter.hear(signal(c), signal(c)[0].length);
    return meter.read();
  };
  const fields = { Mmax: "maxMomentary", Smax: "maxShortTerm", LRA: "range" } as const;
  const asked = cases.flatMap((c) =>
    (["Mmax", "Smax", "LRA"] as const).flatMap((f) =>
      c.expected[f] === undefined ? [] : [[c.id, f, c] as const],
    ),
  );
  it.each(asked)("%s: %s is what the standard expects", (_, field, c) =>
    expect(Math.abs(read(c)[fields[field]] - c.expected[field]!)).toBeLessThanOrEqual(c.tolerance[field]!),
  );
  it("reads the same in blocks of any size", () => {
    const c = cases.find((each) => each.expected.LRA !== undefined)!;
    const planes = signal(c);
    const meter = new LoudnessMeter(planes.length, c.fs);
    const length = Math.min(planes[0].length, 20 * c.fs);
    for (let at = 0, n = 1; at < length; at += n, n = (n * 7) % 9973)
      meter.hear(
        planes.map((p) => p.subarray(at, Math.min(length, at + n))),
        Math.min(n, length - at),
      );
    const whole = new LoudnessMeter(planes.length, c.fs);
    whole.hear(planes, length);
    Object.entries(whole.read()).forEach(([key, value]) =>
      expect(meter.read()[key as "range"]).toBeCloseTo(value, 9),
    );
  });
  it("reads as ffmpeg's ebur128 does on a narration", () => {
    const voice = speechLike(30 * 48_000, 48_000);
    const theirs = spawnSync(
      "ffmpeg",
      [
        "-hide_banner",
        "-nostats",
        "-f",
        "f32le",
        "-ar",
        "48000",
        "-ac",
        "1",
        "-i",
        "-",
        "-af",
        "ebur128=peak=true",
        "-f",
        "null",
        "-",
      ],
      { input: Buffer.from(voice.buffer), encoding: "utf8", maxBuffer: 1e8 },
    ).stderr;
    const meter = new LoudnessMeter(1, 48_000);
    meter.hear([voice], voice.length);
    const { integrated, range, truePeak: peak } = meter.read();
    const said = (what: RegExp) => Number(what.exec(theirs.slice(theirs.lastIndexOf("Summary")))![1]);
    expect(Math.abs(integrated - said(/I:\s+(-?[\d.]+) LUFS/))).toBeLessThan(0.11);
    expect(Math.abs(range - said(/LRA:\s+(-?[\d.]+) LU/))).toBeLessThan(0.3);
    expect(Math.abs(peak - said(/Peak:\s+(-?[\d.]+) dBFS/))).toBeLessThan(0.5);
  });
});

describe("true peak", () => {
  it.each(cases.filter((c) => c.expected.TP !== undefined).map((c) => [c.id, c] as const))("%s", (_, c) => {
    const error = 20 * Math.log10(truePeak(signal(c))) - c.expected.TP!;
    expect(error).toBeGreaterThan(c.tolerance.TP![0]);
    expect(error).toBeLessThan(c.tolerance.TP![1]);
  });
  it("is never below the sample peak", () => {
    for (const c of cases.slice(0, 3)) {
      const start = signal(c).map((p) => p.subarray(0, 2 * c.fs));
      expect(truePeak(start)).toBeGreaterThanOrEqual(samplePeak(start));
    }
  });
});

describe("K-weighting", () => {
  // Source: reference/k_weighting.json (ITU-R BS.1770-4 Annex 1, Tables 1 and 2, through scipy's freqz).
  it.each(reference<{ hz: number; total_db: number }>("k_weighting").map((c) => [c.hz, c.total_db]))(
    "at %d Hz",
    (hz, db) => {
      const at = (rate: number) =>
        magnitudeDb(
          kWeighting(rate)
            .map((s) => sectionResponse(s, hz, rate))
            .reduce(multiply),
        );
      expect(Math.abs(at(48000) - db)).toBeLessThan(0.001);
      if (hz < 8000) expect(Math.abs(at(96000) - db)).toBeLessThan(0.05);
    },
  );
});

it("the course of a tone of −23 LUFS is flat, one value every 100 ms from the end of the first 400 (EBU Tech 3341)", () => {
  const rate = 48_000;
  const tone = Float32Array.from(
    { length: 3 * rate },
    (_, i) => 10 ** (-23 / 20) * Math.sin((2 * Math.PI * 1000 * i) / rate),
  );
  const course = loudnessCourse([tone, tone], rate);
  expect(course).toHaveLength((3 - courseStart) / courseStep + 1);
  course.slice(1).forEach((level) => expect(level).toBeCloseTo(-23, 1));
  const stops = loudnessCourse([tone.map((v, i) => (i < 1.5 * rate ? v : 0))], rate);
  expect(stops.at(-1)).toBeLessThan(-100);
});
