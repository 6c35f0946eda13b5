import { describe, expect, it } from "vitest";
import { hash } from "../../../../testing/effect-values";
import { amplitudeAt, noise, one, rmsDb, sine } from "../../../../testing/signals";
import type { Json } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import type { EffectId } from "../registry";

/*
 * What every sound effect does, by formulas and facts written anew here. The channels are never alike, so that none can
 * take another's place unnoticed.
 */

const sampleRate = 48_000;
const run = (id: string, values: Record<string, Json>, planes: Float32Array[], mix = 100) => {
  const result = renderAudio(
    one(id, values, mix),
    { planes, sampleRate },
    { resources: { files: () => ({ kind: "impulse", planes: [Float32Array.of(3, 0, 4)], sampleRate }) } },
  );
  expect(result.missing).toEqual([]);
  return result.planes;
};
const tone = (frequency: number, amplitude = 0.5, seconds = 1) =>
  sine(frequency, sampleRate, seconds * sampleRate, amplitude);
const sum = (...all: Float32Array[]) => all[0].map((_, i) => all.reduce((total, x) => total + x[i], 0));
const dB = (amplitude: number) => 20 * Math.log10(amplitude);
/** What a frequency's amplitude has become, in dB, once everything has settled. */
const change = (out: Float32Array, frequency: number, before = 0.5) =>
  dB(amplitudeAt(out, frequency, sampleRate, sampleRate / 2) / before);
/** Of constant size, sign changing with every sample: its peak level is its level, and no low cut takes it away. */
const steady = (level: number, seconds = 1) =>
  Float32Array.from({ length: seconds * sampleRate }, (_, i) => (i % 2 ? -1 : 1) * 10 ** (level / 20));
const impulse = (at = 0, size = 1, seconds = 1) => {
  const x = new Float32Array(seconds * sampleRate);
  x[at] = size;
  return x;
};
const level = (x: Float32Array, from: number, to: number) => rmsDb(x, from * sampleRate, to * sampleRate);

/** Butterworth 1930: |H|² = 1 / (1 + (f/fc)^2n), or fc/f for a high-pass; n = 2 for 12 dB an octave. */
const butterworth = (ratio: number, order: number) => -10 * Math.log10(1 + ratio ** (2 * order));

/** Seconds for 60 dB, from the slope between −5 and −25 dB of the integrated energy (Schroeder 1965; ISO 3382-1). */
function reverberation(out: Float32Array): number {
  const energy = new Float64Array(out.length + 1);
  for (let i = out.length - 1; i >= 0; i--) energy[i] = energy[i + 1] + out[i] ** 2;
  const below = (drop: number) => energy.findIndex((e) => 10 * Math.log10(e / energy[0]) < -drop);
  return ((below(25) - below(5)) / sampleRate) * 3;
}
const reverb = (id: EffectId<"audio">, decay: number, tolerance: number) => () => {
  const values = { decay, preDelay: 0, damping: 20_000, lowCut: 10, highCut: 20_000 };
  const [left, right] = run(id, values, [impulse(0, 1, 4), impulse(0, 0.5, 4)]);
  for (const out of [left, right]) expect(Math.abs(reverberation(out) / decay - 1)).toBeLessThan(tolerance);
  // Nothing sounds before the sound, and left is not right.
  expect(
    run(id, values, [new Float32Array(4800), new Float32Array(4800)]).every((p) => p.every((v) => v === 0)),
  ).toBe(true);
  expect(left.some((v, i) => Math.abs(v - right[i]) > 1e-4)).toBe(true);
};

const truth = {
  "audio.high-pass": () => {
    const [l, r] = run("audio.high-pass", { cutoff: 1000, slope: "12" }, [tone(500), tone(1000)]);
    expect(change(l, 500)).toBeCloseTo(butterworth(2, 2), 1);
    expect(change(r, 1000)).toBeCloseTo(-3.01, 1);
  },
  "audio.low-pass": () => {
    const [l, r] = run("audio.low-pass", { cutoff: 500, slope: "24" }, [tone(1000), tone(125)]);
    expect(change(l, 1000)).toBeCloseTo(butterworth(2, 4), 1);
    expect(change(r, 125)).toBeCloseTo(0, 2);
  },
  "audio.parametric-eq": () => {
    const bands = [
      { shape: "bell", frequency: 1000, gain: 6, q: 2 },
      { shape: "low-shelf", frequency: 100, gain: -9, q: 0.707 },
    ];
    const [l, r] = run("audio.parametric-eq", { bands }, [tone(1000), tone(20, 0.5, 2)]);
    expect(change(l, 1000)).toBeCloseTo(6, 1);
    expect(change(r, 20)).toBeCloseTo(-9, 0);
    expect(change(run("audio.parametric-eq", { bands }, [tone(8000)])[0], 8000)).toBeCloseTo(0, 1);
  },
  // Static curve: out = T + (in − T) / R above the threshold; one gain for all channels, from the loudest.
  "audio.compressor": () => {
    const [l, r] = run("audio.compressor", { threshold: -20, ratio: 4, knee: 0, attack: 1, release: 100 }, [
      steady(-8),
      steady(-30),
    ]);
    expect(level(l, 0.5, 1)).toBeCloseTo(-17, 1);
    expect(level(r, 0.5, 1)).toBeCloseTo(-39, 1);
    expect(
      level(run("audio.compressor", { threshold: -20, ratio: 4, knee: 0 }, [steady(-25)])[0], 0.5, 1),
    ).toBeCloseTo(-25, 2);
  },
  "audio.limiter": () => {
    const [l, r] = run("audio.limiter", { ceiling: -6, peaks: "sample" }, [steady(-1), steady(-20)]);
    expect(level(l, 0.5, 1)).toBeCloseTo(-6, 1);
    expect(level(r, 0.5, 1)).toBeCloseTo(-25, 1);
    expect(
      level(run("audio.limiter", { ceiling: -6, drive: 4, peaks: "sample" }, [steady(-20)])[0], 0.5, 1),
    ).toBeCloseTo(-16, 2);
  },
  // Below the threshold: out = T + (in − T) · R, down to the range at most.
  "audio.gate": () => {
    const gate = (input: number, range: number) =>
      level(
        run("audio.gate", { threshold: -40, ratio: 2, knee: 0, range, release: 20, hold: 0 }, [
          steady(input),
          steady(input - 6),
        ])[1],
        0.8,
        1,
      );
    expect(gate(-50, 60)).toBeCloseTo(-66, 1);
    expect(gate(-70, 12)).toBeCloseTo(-88, 1);
    expect(gate(-30, 60)).toBeCloseTo(-36, 1);
  },
  "audio.de-esser": () => {
    const both = sum(tone(6500, 0.4), tone(500, 0.3));
    const [out] = run("audio.de-esser", { frequency: 6500, threshold: -40, ratio: 20, range: 9 }, [both]);
    expect(change(out, 6500, 0.4)).toBeCloseTo(-9, 0);
    expect(change(out, 500, 0.3)).toBeCloseTo(0, 1);
  },
  "audio.transient-shaper": () => {
    // A tone that begins at once and goes on: its beginning is lifted, what follows is not.
    const x = tone(1000, 0.3).map((v, i) => (i < 4800 ? 0 : v));
    const [up, down] = [12, -12].map(
      (attack) => run("audio.transient-shaper", { attack, sustain: 0 }, [x])[0],
    );
    expect(level(up, 0.1, 0.11) - level(x, 0.1, 0.11)).toBeGreaterThan(4);
    expect(level(down, 0.1, 0.11) - level(x, 0.1, 0.11)).toBeLessThan(-4);
    expect(level(up, 0.8, 1)).toBeCloseTo(level(x, 0.8, 1), 0);
    // No onset is lifted by more than is asked for, and what is too soft to have any is left alone.
    const most = (a: Float32Array, b: Float32Array) =>
      a.reduce((top, v, i) => (Math.abs(b[i]) > 1e-9 ? Math.max(top, dB(Math.abs(v / b[i]))) : top), -99);
    expect(most(up, x)).toBeLessThanOrEqual(12.01);
    const soft = x.map((v) => v * 1e-5);
    expect(most(run("audio.transient-shaper", { attack: 12, sustain: 12 }, [soft])[0], soft)).toBeLessThan(
      0.01,
    );
  },
  "audio.delay": () => {
    const [l, r] = run("audio.delay", { time: 10, feedback: 50, path: "straight" }, [
      impulse(0),
      impulse(100, 0.5),
    ]);
    // 480 samples later, and each repeat by half of the one before.
    for (const [n, size] of [
      [480, 1],
      [960, 0.5],
      [1440, 0.25],
    ]) {
      expect(l[n]).toBeCloseTo(size, 3);
      expect(r[n + 100]).toBeCloseTo(size / 2, 3);
    }
    expect(l[0]).toBe(0);
  },
  "audio.room": reverb("audio.room", 0.8, 0.25),
  "audio.plate": reverb("audio.plate", 1.5, 0.15),
  "audio.spring": reverb("audio.spring", 1.5, 0.25),
  "audio.convolution": () => {
    // A response of (3, 0, 4) is (0.6, 0, 0.8) at unit energy.
    const [l, r] = run("audio.convolution", { response: hash }, [impulse(10), impulse(20, 0.5)]);
    [0.6, 0, 0.8].forEach((v, i) => {
      expect(l[10 + i]).toBeCloseTo(v, 5);
      expect(r[20 + i]).toBeCloseTo(v / 2, 5);
    });
  },
  "audio.saturation": () => {
    const overtones = (shape: string) => {
      const [out] = run("audio.saturation", { drive: 24, shape }, [tone(440)]);
      return [880, 1320].map((f) =>
        dB(amplitudeAt(out, f, sampleRate, 24_000) / amplitudeAt(out, 440, sampleRate, 24_000)),
      );
    };
    // A curve that is the same both ways makes odd overtones alone (Fourier: f(−x) = −f(x) has no even terms).
    for (const shape of ["soft", "warm", "hard"]) {
      const [second, third] = overtones(shape);
      expect(third).toBeGreaterThan(-30);
      expect(second).toBeLessThan(third - 30);
    }
    expect(overtones("lopsided")[0]).toBeGreaterThan(-40);
  },
  "audio.chorus": () => {
    const [l, r] = run("audio.chorus", { depth: 0, delay: 20, voices: 1, spread: 0 }, [
      impulse(0),
      impulse(50, 0.5),
    ]);
    expect(l[960]).toBeCloseTo(1, 2);
    expect(r[1010]).toBeCloseTo(0.5, 2);
  },
  "audio.flanger": () => {
    // Mixed half and half a delay of 1 ms cancels at 500 Hz, 1500 Hz …, and leaves 1000 Hz.
    const held = { depth: 0, feedback: 0, delay: 1 };
    const [l, r] = run("audio.flanger", held, [tone(500), tone(1000)], 50);
    expect(change(l, 500)).toBeLessThan(-40);
    expect(change(r, 1000)).toBeCloseTo(0, 1);
  },
  "audio.phaser": () => {
    // All-passes alone change no level; mixed with what they came from they cancel where they turn it round.
    const x = noise(2 * sampleRate, 3, 0.3);
    const held = { rate: 0.02, low: 800, high: 800, stages: "2", feedback: 0 };
    const [wet] = run("audio.phaser", held, [x]);
    expect(level(wet, 0.5, 2)).toBeCloseTo(level(x, 0.5, 2), 1);
    expect(wet.some((v, i) => Math.abs(v - x[i]) > 0.05)).toBe(true);
    const half = (f: number) => change(run("audio.phaser", held, [tone(f)], 50)[0], f);
    expect(half(800)).toBeLessThan(-20);
    expect(half(20_000)).toBeGreaterThan(-1);
  },
  "audio.tremolo": () => {
    const [l, r] = run("audio.tremolo", { rate: 4, depth: 60 }, [
      new Float32Array(sampleRate).fill(1),
      new Float32Array(sampleRate).fill(0.5),
    ]);
    for (const [out, size] of [
      [l, 1],
      [r, 0.5],
    ] as const) {
      expect(Math.max(...out)).toBeCloseTo(size, 3);
      expect(Math.min(...out)).toBeCloseTo(0.4 * size, 3);
      // Four times a second.
      expect(out[1000]).toBeCloseTo(out[13_000], 4);
      expect(Math.abs(out[1000] - out[7000])).toBeGreaterThan(0.05 * size);
    }
  },
  "audio.pitch-shift": () => {
    const [l, r] = run("audio.pitch-shift", { shift: 12 }, [tone(220, 0.5, 2), tone(330, 0.25, 2)]);
    for (const [out, from] of [
      [l, 220],
      [r, 330],
    ] as const)
      expect(amplitudeAt(out, 2 * from, sampleRate, 24_000)).toBeGreaterThan(
        10 * amplitudeAt(out, from, sampleRate, 24_000),
      );
  },
  "audio.gain": () => {
    const [a, b] = [tone(100), tone(200, 0.1)];
    const [l, r] = run("audio.gain", { gain: -6, polarity: "inverted" }, [a, b]);
    const factor = -(10 ** (-6 / 20));
    for (const i of [100, 1234, 40_000]) {
      expect(l[i]).toBeCloseTo(factor * a[i], 6);
      expect(r[i]).toBeCloseTo(factor * b[i], 6);
    }
  },
  // Constant power: cos² + sin² = 1; in the middle both are as they were.
  "audio.pan": () => {
    const same = tone(300);
    const [l, r] = run("audio.pan", { position: -50 }, [same, same]);
    expect(10 ** (change(l, 300) / 10) + 10 ** (change(r, 300) / 10)).toBeCloseTo(2, 3);
    expect(change(l, 300)).toBeGreaterThan(change(r, 300) + 3);
    const [left, right] = run("audio.pan", { position: 0 }, [tone(300), tone(700)]);
    expect(change(left, 300)).toBeCloseTo(0, 3);
    expect(change(right, 700)).toBeCloseTo(0, 3);
  },
  // Middle and side: M = (L + R) / 2, S = (L − R) / 2; L' = M + w·S.
  "audio.width": () => {
    const [a, b] = [tone(300), tone(700)];
    const [l, r] = run("audio.width", { width: 150 }, [a, b]);
    for (const i of [100, 1234, 40_000]) {
      const [m, s] = [(a[i] + b[i]) / 2, (a[i] - b[i]) / 2];
      expect(l[i]).toBeCloseTo(m + 1.5 * s, 5);
      expect(r[i]).toBeCloseTo(m - 1.5 * s, 5);
    }
  },
  "audio.mono-below": () => {
    const bent = (f: number) => Math.tan((Math.PI * f) / sampleRate);
    const [l, r] = run("audio.mono-below", { frequency: 200, slope: "24" }, [
      tone(40, 0.5, 2),
      tone(15_000, 0.5, 2),
    ]);
    // Both sides have half of the low tone; the high one stays where it was.
    expect(change(l, 40)).toBeCloseTo(-6.02, 1);
    expect(change(r, 40)).toBeCloseTo(-6.02, 1);
    expect(change(r, 15_000)).toBeCloseTo(0, 1);
    // The sides' high-pass turns what it lets through by 2.61 · f/fc radians (Butterworth, order 4;
    // frequencies as the bilinear transform bends them), which leaves this trace.
    expect(change(l, 15_000)).toBeCloseTo(dB((2.613 * bent(200)) / bent(15_000) / 2), 0);
  },
  "audio.channel-swap": () => {
    const [a, b] = [tone(300), tone(700)];
    expect(run("audio.channel-swap", { order: "right-left" }, [a, b])).toEqual([b, a]);
    expect(run("audio.channel-swap", { order: "left-left" }, [a, b])).toEqual([a, a]);
    expect(run("audio.channel-swap", { order: "right-right" }, [a, b])).toEqual([b, b]);
  },
  "audio.de-click": () => {
    const clean = tone(440, 0.3).map((v, i) => v + 0.2 * Math.sin(i / 11));
    const clicked = clean.map((v, i) => (i % 9600 === 4000 ? v + 0.6 : v));
    const [l, r] = run("audio.de-click", { sensitivity: 60, longest: 2 }, [clicked, clean]);
    for (let i = 4000; i < sampleRate; i += 9600) expect(Math.abs(l[i] - clean[i])).toBeLessThan(0.06);
    expect(rmsDb(r.map((v, i) => v - clean[i]))).toBeLessThan(-60);
  },
  "audio.hum-removal": () => {
    const x = sum(tone(50, 0.2, 3), tone(150, 0.1, 3), tone(1025, 0.3, 3));
    const [out] = run("audio.hum-removal", { frequency: 50, harmonics: 4, width: 2, depth: 100 }, [x]);
    const after = (f: number, was: number) => dB(amplitudeAt(out, f, sampleRate, 2 * sampleRate) / was);
    expect(after(50, 0.2)).toBeLessThan(-40);
    expect(after(150, 0.1)).toBeLessThan(-40);
    expect(after(1025, 0.3)).toBeCloseTo(0, 1);
  },
  "audio.noise-reduction": () => {
    const hiss = noise(4 * sampleRate, 9, 0.01);
    const x = hiss.map(
      (v, i) => v + (i > 2 * sampleRate ? 0.25 * Math.sin((2 * Math.PI * 1000 * i) / sampleRate) : 0),
    );
    const [out] = run("audio.noise-reduction", { reduction: 15, threshold: 3 }, [x]);
    expect(level(out, 0.5, 1.8) - level(x, 0.5, 1.8)).toBeLessThan(-11);
    expect(dB(amplitudeAt(out, 1000, sampleRate, 2.5 * sampleRate) / 0.25)).toBeCloseTo(0, 1);
  },
  // ITU-R BS.1770-5: a sine of 997 Hz at full scale in one channel reads −3.01 LKFS.
  "audio.loudness-target": () => {
    const [out] = run("audio.loudness-target", { target: -23, ceiling: -1 }, [tone(997, 0.02, 5)]);
    expect(dB(amplitudeAt(out, 997, sampleRate, sampleRate))).toBeCloseTo(-23 + 3.01, 1);
  },
} satisfies Record<EffectId<"audio">, () => void>;

describe("what each sound effect does", () => {
  for (const [id, check] of Object.entries(truth)) it(id, check);
});
