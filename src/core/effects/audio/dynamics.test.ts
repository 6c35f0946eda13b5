import { describe, expect, it } from "vitest";
import { reference } from "../../../../scripts/reference";
import { amplitudeAt, noise, one, rmsDb, sine } from "../../../../testing/signals";
import { renderAudio } from "../../chain/run-audio";
import type { Json } from "../../chain/model";
import { compressedLevel, expandedLevel } from "../../signal/dynamics";
import { fromDecibels, toDecibels } from "../../signal/decibels";
import { truePeak } from "../../measure/peaks";

const sampleRate = 48_000;
const run = (effect: string, values: Record<string, Json>, ...planes: Float32Array[]) =>
  renderAudio(one(effect, values), { planes, sampleRate }).planes;
/** A late value of a constant input of that level, as ffmpeg's readings were taken. */
const steady = (effect: string, values: Record<string, Json>, level: number) =>
  toDecibels(run(effect, values, new Float32Array(sampleRate).fill(fromDecibels(level)))[0][40_000]);

describe("compressor", () => {
  // Source: reference/compressor_static.json (ffmpeg acompressor and sox compand; soft knee by Giannoulis et al. 2012).
  const cases = reference<{
    id: string;
    thresholdDb: number;
    ratio: number;
    kneeDb: number;
    inDb: number;
    outDb: number;
  }>("compressor_static");
  it.each(cases.map((c) => [c.id, c] as const))("curve %s", (_, c) =>
    expect(Math.abs(compressedLevel(c.inDb, c.thresholdDb, c.ratio, c.kneeDb) - c.outDb)).toBeLessThan(0.01),
  );
  const within = cases.filter((c) => c.inDb <= 0 && c.inDb > -60 && c.ratio <= 30);
  it.each(within.filter((_, i) => i % 5 === 0).map((c) => [c.id, c] as const))(
    "reaches %s in its steady state",
    (_, c) => {
      const values = { threshold: c.thresholdDb, ratio: c.ratio, knee: c.kneeDb, attack: 1, release: 20 };
      expect(Math.abs(steady("audio.compressor", values, c.inDb) - c.outDb)).toBeLessThan(0.01);
    },
  );

  it("reaches 63.2 % of its reduction after the attack, and lets go by as much after the release", () => {
    // −6 dB, then +20 dB above a threshold of −20 with no end of a ratio, hard knee: from no reduction to 19.33 dB.
    const x = new Float32Array(sampleRate).fill(fromDecibels(-40));
    x.fill(1, 4800, 24_000);
    const [out] = run("audio.compressor", { threshold: -20, ratio: 30, knee: 0, attack: 20, release: 50 }, x);
    const full = 20 - 20 / 30;
    const reduction = (at: number) => toDecibels(x[at]) - toDecibels(out[at]);
    expect(reduction(4800 + 960 - 1) / full).toBeCloseTo(1 - Math.exp(-1), 2);
    expect(reduction(23_999)).toBeCloseTo(full, 2);
    expect(reduction(24_000 + 2400 - 1) / full).toBeCloseTo(Math.exp(-1), 2);
  });

  it("turns all channels down by one gain, and looks ahead without moving the sound", () => {
    const loud = new Float32Array(9600);
    loud.fill(0.9, 4800);
    const soft = new Float32Array(9600).fill(0.01);
    const [, right] = run(
      "audio.compressor",
      { threshold: -30, ratio: 10, attack: 2, lookAhead: 10 },
      loud,
      soft,
    );
    expect(right[4000]).toBeCloseTo(0.01, 5);
    expect(right[4799]).toBeLessThan(0.004);
  });

  it("does not hear what the side chain's filter takes away", () => {
    const low = sine(40, sampleRate, 48_000, 0.9);
    const [free] = run("audio.compressor", { threshold: -30, ratio: 10 }, low);
    const [filtered] = run("audio.compressor", { threshold: -30, ratio: 10, sideChain: 1000 }, low);
    expect(rmsDb(filtered, 24_000) - rmsDb(free, 24_000)).toBeGreaterThan(12);
  });
});

/** The largest magnitude of the band-limited wave through some samples, sixteen times as finely: by a windowed sinc of 512 taps, which has nothing of the limiter's own detector. */
function waveDb(x: Float32Array, from: number, to: number): number {
  const reach = 256;
  let most = 0;
  for (let i = from; i < to; i++) {
    // Only near what is loud: there is no peak elsewhere.
    if (Math.max(Math.abs(x[i]), Math.abs(x[i + 1])) < 0.3) continue;
    for (let r = 0; r < 16; r++) {
      let sum = 0;
      for (let k = 1 - reach; k <= reach; k++) {
        const t = k - r / 16;
        sum +=
          x[i + k] *
          (t === 0 ? 1 : Math.sin(Math.PI * t) / (Math.PI * t)) *
          (0.5 + 0.5 * Math.cos((Math.PI * t) / reach));
      }
      most = Math.max(most, Math.abs(sum));
    }
  }
  return toDecibels(most);
}

describe("limiter, in true peak", () => {
  /** Noise without anything above a share of the sample rate. */
  const limited = (seed: number, cut: number) => {
    const white = noise(9000, seed, 3);
    return white.map((_, i) => {
      let sum = 0;
      for (let k = -100; k <= 100; k++)
        sum +=
          (white[i + k] ?? 0) *
          (k === 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * k) / (Math.PI * k)) *
          (0.5 + 0.5 * Math.cos((Math.PI * k) / 100));
      return sum;
    });
  };
  it.each([
    [0.3, 0.5],
    [0.3, 5],
    [0.4167, 0.5],
    [0.4167, 5],
    [0.45, 5],
  ])(
    "noise up to %d of the sample rate is held within 0.05 dB of the wave itself, with %d ms of look-ahead",
    (cut, lookAhead) => {
      const [out] = run("audio.limiter", { ceiling: -6, lookAhead, release: 5 }, limited(7, cut));
      expect(waveDb(out, 1000, 8000)).toBeLessThan(-6 + 0.05);
    },
  );
  it("white noise is held on a meter by four, and within a dB in the wave itself", () => {
    const [out] = run("audio.limiter", { ceiling: -6, lookAhead: 0.5, release: 5 }, noise(9000, 3, 3));
    expect(toDecibels(truePeak([out]))).toBeLessThan(-6 + 0.005);
    expect(waveDb(out, 1000, 8000)).toBeLessThan(-5);
  });
});

describe("limiter", () => {
  it.each(["sample", "true"])("lets no %s peak pass its ceiling, however it is driven", (peaks) => {
    const hot = noise(48_000, 7, 1).map((v, i) => v * (i % 4800 < 300 ? 4 : 0.2));
    for (const lookAhead of [0.5, 5]) {
      const [out] = run("audio.limiter", { ceiling: -3, drive: 6, peaks, lookAhead, release: 30 }, hot);
      const peak =
        peaks === "true" ? truePeak([out]) : out.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
      expect(toDecibels(peak)).toBeLessThan(peaks === "true" ? -2.9 : -3 + 1e-4);
      expect(toDecibels(peak)).toBeGreaterThan(-4.5);
    }
  });
  it("leaves alone what is below it", () => {
    const quiet = sine(500, sampleRate, 4800, 0.5);
    expect(run("audio.limiter", { ceiling: -1 }, quiet)[0]).toEqual(quiet);
  });
});

describe("expander and gate", () => {
  // Source: reference/gate_static.json (ffmpeg agate).
  const cases = reference<{
    id: string;
    thresholdDb: number;
    ratio: number;
    rangeDb: number;
    inDb: number;
    outDb: number;
  }>("gate_static");
  it.each(cases.map((c) => [c.id, c] as const))("curve %s", (_, c) =>
    expect(Math.abs(expandedLevel(c.inDb, c.thresholdDb, c.ratio, 0, -c.rangeDb) - c.outDb)).toBeLessThan(
      0.01,
    ),
  );
  it("reaches its curve in the steady state", () =>
    expect(
      steady("audio.gate", { threshold: -30, ratio: 2, range: 60, knee: 0, release: 20, hold: 0 }, -40),
    ).toBeCloseTo(-50, 2));
  it("a continuous knee joins both lines", () => {
    for (let level = -40; level < -20; level += 0.1)
      expect(
        Math.abs(expandedLevel(level + 0.1, -30, 4, 10, 90) - expandedLevel(level, -30, 4, 10, 90)),
      ).toBeLessThan(0.41);
  });
  it("stays open for its hold, then closes", () => {
    const x = new Float32Array(48_000).fill(0.001);
    x.fill(0.5, 0, 4800);
    const [out] = run(
      "audio.gate",
      { threshold: -30, ratio: 30, range: 40, attack: 0, hold: 100, release: 5, lookAhead: 0 },
      x,
    );
    expect(out[4800 + 4700] / x[9500]).toBeCloseTo(1, 3);
    expect(toDecibels(out[20_000] / 0.001)).toBeCloseTo(-40, 1);
  });
});

describe("de-esser", () => {
  it("turns its band down where it is loud, and leaves the rest and softer ones", () => {
    const mixed = sine(400, sampleRate, 48_000, 0.3).map(
      (v, i) => v + 0.3 * Math.sin((2 * Math.PI * 6500 * i) / sampleRate),
    );
    const values = { frequency: 6500, threshold: -30, ratio: 20, range: 9 };
    const [out] = run("audio.de-esser", values, mixed);
    expect(toDecibels(amplitudeAt(out, 6500, sampleRate, 24_000) / 0.3)).toBeCloseTo(-9, 0);
    expect(toDecibels(amplitudeAt(out, 400, sampleRate, 24_000) / 0.3)).toBeCloseTo(0, 1);
    const soft = sine(6500, sampleRate, 48_000, 0.005);
    expect(run("audio.de-esser", values, soft)[0]).toEqual(soft);
  });
});

describe("transient shaper", () => {
  const hits = Float32Array.from(
    { length: 48_000 },
    (_, i) => Math.sin(i * 0.2) * Math.exp(-(i % 12_000) / 1500),
  );
  const onset = (x: Float32Array) => rmsDb(x, 24_000, 24_300);
  const decay = (x: Float32Array) => rmsDb(x, 24_000 + 3000, 24_000 + 6000);
  it("lifts onsets more than decays, and the other way round", () => {
    const [sharp] = run("audio.transient-shaper", { attack: 10, sustain: 0 }, hits);
    expect(onset(sharp) - onset(hits)).toBeGreaterThan(2.5);
    expect(Math.abs(decay(sharp) - decay(hits))).toBeLessThan(0.5);
    const [long] = run("audio.transient-shaper", { attack: 0, sustain: 10 }, hits);
    expect(decay(long) - decay(hits)).toBeGreaterThan(3);
    expect(decay(long) - decay(hits)).toBeGreaterThan(onset(long) - onset(hits) + 2);
  });
  it("does the same at another level", () => {
    const [loud] = run("audio.transient-shaper", { attack: 8, sustain: -5 }, hits);
    const [soft] = run(
      "audio.transient-shaper",
      { attack: 8, sustain: -5 },
      hits.map((v) => v * 0.1),
    );
    expect(onset(loud) - onset(soft)).toBeCloseTo(20, 0);
  });
});
