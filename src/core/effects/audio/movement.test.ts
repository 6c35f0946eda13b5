import { describe, expect, it } from "vitest";
import { amplitudeAt, noise, one, rmsDb, sine } from "../../../../testing/signals";
import type { Json } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import { toDecibels } from "../../signal/decibels";

const sampleRate = 48_000;
const run = (effect: string, values: Record<string, Json>, planes: Float32Array[], mix = 100) =>
  renderAudio(one(effect, values, mix), { planes, sampleRate }).planes;

describe("stereo", () => {
  const [left, right] = [noise(4000, 1), noise(4000, 2)];
  it("pans at constant power: the sum of both powers is the same everywhere", () => {
    for (const position of [-100, -40, 0, 25, 100]) {
      const [l, r] = run("audio.pan", { position }, [left, left]);
      expect(10 * Math.log10((10 ** (rmsDb(l) / 10) + 10 ** (rmsDb(r) / 10)) / 2)).toBeCloseTo(
        rmsDb(left),
        3,
      );
    }
    expect(run("audio.pan", { position: 100 }, [left, left])[0].every((v) => Math.abs(v) < 1e-7)).toBe(true);
  });
  it("width 0 is mono, and no width changes the mono sum", () => {
    for (const width of [0, 60, 200]) {
      const [l, r] = run("audio.width", { width }, [left, right]);
      l.forEach((v, i) => expect(v + r[i]).toBeCloseTo(left[i] + right[i], 5));
      if (width === 0) expect(l).toEqual(r);
    }
  });
  it("mono below takes the sides of lows alone", () => {
    const [low, high] = [sine(40, sampleRate, 24_000, 0.5), sine(4000, sampleRate, 24_000, 0.5)];
    const both = low.map((v, i) => v + high[i]);
    const [l, r] = run("audio.mono-below", { frequency: 300, slope: "24" }, [both, both.map((v) => -v)]);
    expect(toDecibels(amplitudeAt(l, 40, sampleRate, 4800) / 0.5)).toBeLessThan(-60);
    expect(toDecibels(amplitudeAt(r, 4000, sampleRate, 4800) / 0.5)).toBeCloseTo(0, 2);
  });
  it("swaps, copies and sums channels", () => {
    expect(run("audio.channel-swap", { order: "right-left" }, [left, right])).toEqual([right, left]);
    expect(run("audio.channel-swap", { order: "left-left" }, [left, right])).toEqual([left, left]);
  });
});

describe("tremolo", () => {
  it("swings at its rate between the level and what its depth leaves", () => {
    const [out] = run("audio.tremolo", { rate: 2, depth: 80 }, [new Float32Array(sampleRate).fill(1)]);
    expect(Math.min(...out.subarray(0, 24_000))).toBeCloseTo(0.2, 4);
    expect(Math.max(...out.subarray(0, 24_000))).toBeCloseTo(1, 4);
    expect(Math.abs(out[6000] - out[30_000])).toBeLessThan(1e-6);
  });
});

describe("chorus, flanger, phaser", () => {
  it("a chorus without depth is a delay at the power of one voice", () => {
    const x = new Float32Array(4800);
    x[0] = 1;
    const [out] = run("audio.chorus", { depth: 0, delay: 20, voices: 1 }, [x]);
    expect(out[960]).toBeCloseTo(1, 5);
    // Between samples the interpolation takes a little of the highest highs of white noise.
    expect(
      Math.abs(
        rmsDb(run("audio.chorus", { voices: 4 }, [noise(48_000, 3)])[0], 9600) - rmsDb(noise(48_000, 3)),
      ),
    ).toBeLessThan(1.5);
  });
  it("a flanger without depth has its first notch at 1 / (2 · delay), mixed half and half (common practice, no source)", () => {
    const delay = 1;
    const level = (f: number) =>
      toDecibels(
        amplitudeAt(
          run("audio.flanger", { depth: 0, delay, feedback: 0 }, [sine(f, sampleRate, 9600)], 50)[0],
          f,
          sampleRate,
          4800,
        ),
      );
    expect(level(500 / delay)).toBeLessThan(-50);
    expect(level(1000 / delay)).toBeCloseTo(0, 1);
  });
  it("a phaser of four stages held still has two notches, where the all-passes turn by 180° and 540°", () => {
    // Both ends of the swing at one frequency. A first-order all-pass turns by 2·arctan(tan(πf/fs) / tan(πf₀/fs)).
    const values = { low: 1000, high: 1000, stages: "4", feedback: 0 };
    const level = (f: number) =>
      toDecibels(
        amplitudeAt(run("audio.phaser", values, [sine(f, sampleRate, 19_200)], 50)[0], f, sampleRate, 9600),
      );
    const notch = (turn: number) =>
      (sampleRate / Math.PI) * Math.atan(Math.tan((Math.PI * 1000) / sampleRate) * Math.tan(turn / 8));
    expect(level(notch(Math.PI))).toBeLessThan(-60);
    expect(level(notch(3 * Math.PI))).toBeLessThan(-60);
    expect(level(1000)).toBeGreaterThan(-1);
  });
});

describe("pitch shift", () => {
  it.each([-12, -3, 4, 12])("moves a sine by %d semitones, within a cent, and keeps its length", (shift) => {
    const f = 440;
    const [out] = run("audio.pitch-shift", { shift }, [sine(f, sampleRate, 48_000, 0.5)]);
    expect(out.length).toBe(48_000);
    const wanted = f * 2 ** (shift / 12);
    // The strongest frequency near the wanted one, on a grid of a fifth of a cent.
    let best = { level: 0, cents: 0 };
    for (let cents = -20; cents <= 20; cents += 0.2) {
      const level = amplitudeAt(out, wanted * 2 ** (cents / 1200), sampleRate, 9600, 43_200);
      if (level > best.level) best = { level, cents };
    }
    expect(Math.abs(best.cents)).toBeLessThan(1);
    expect(toDecibels(best.level / 0.5)).toBeGreaterThan(-3);
    expect(toDecibels(best.level / 0.5)).toBeLessThan(1.5);
  });
  it("leaves sound alone at no shift", () => {
    const x = noise(20_000, 4, 0.5);
    const [out] = run("audio.pitch-shift", { shift: 0 }, [x]);
    expect(
      rmsDb(
        out.map((v, i) => v - x[i]),
        4096,
        16_000,
      ),
    ).toBeLessThan(-90);
  });
});

describe("saturation", () => {
  it("leaves soft sounds as they are, but for the level", () => {
    const x = sine(1000, sampleRate, 9600, 0.001);
    const [out] = run("audio.saturation", { drive: 6, level: 100, shape: "soft" }, [x]);
    expect(
      rmsDb(
        out.map((v, i) => v - x[i]),
        960,
        9000,
      ),
    ).toBeLessThan(-110);
  });
  it("makes odd overtones, and even ones where it is lopsided", () => {
    const overtone = (shape: string, n: number) =>
      amplitudeAt(
        run("audio.saturation", { drive: 20, shape }, [sine(500, sampleRate, 24_000)])[0],
        500 * n,
        sampleRate,
        4800,
      );
    for (const shape of ["soft", "warm", "hard"])
      expect(toDecibels(overtone(shape, 3) / overtone(shape, 2))).toBeGreaterThan(60);
    expect(toDecibels(overtone("lopsided", 2) / overtone("lopsided", 1))).toBeGreaterThan(-30);
  });
  it("folds back far less than the same curve without oversampling does", () => {
    // A sine at 9.1 kHz: its third overtone would lie at 27.3 kHz and fold to 20.7 kHz.
    const x = sine(9100, sampleRate, 24_000);
    const [out] = run("audio.saturation", { drive: 20, shape: "soft" }, [x]);
    const plain = x.map((v) => Math.tanh(10 * v));
    const folded = (y: Float32Array) =>
      toDecibels(amplitudeAt(y, 48_000 - 27_300, sampleRate, 4800) / amplitudeAt(y, 9100, sampleRate, 4800));
    expect(folded(plain)).toBeGreaterThan(-15);
    expect(folded(out)).toBeLessThan(-60);
  });
});
