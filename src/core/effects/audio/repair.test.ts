import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { reference } from "../../../../scripts/reference";
import { amplitudeAt, noise, one, rmsDb, sine } from "../../../../testing/signals";
import type { Json } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import { integratedLoudness } from "../../measure/loudness";
import { chainResponse } from "../../measure/response";
import { truePeak } from "../../measure/peaks";
import { toDecibels } from "../../signal/decibels";
import { speechLike } from "../../../../testing/speech-like";
import { exponentialIntegral } from "./noise-reduction";

const sampleRate = 48_000;
const run = (effect: string, values: Record<string, Json>, ...planes: Float32Array[]) =>
  renderAudio(one(effect, values), { planes, sampleRate }).planes;

interface ClickCase {
  id: string;
  positions: number[];
  signs: number[];
  amplitude: number;
  snr_in_db: number;
  ffmpeg_adeclick_snr_out_db: number;
}
const edge = 9600;
const snr = (clean: Float32Array, y: Float32Array) =>
  rmsDb(clean, edge, clean.length - edge) -
  rmsDb(
    y.map((v, i) => v - clean[i]),
    edge,
    clean.length - edge,
  );
const signals: Record<string, () => Float32Array> = {
  sine: () => sine(440, sampleRate, 96_000, 0.5),
  chord: () =>
    [220, 277.18, 329.63]
      .map((f) => sine(f, sampleRate, 96_000, 0.2))
      .reduce((a, b) => a.map((v, i) => v + b[i])),
};

describe("de-click", () => {
  // Source: reference/declick.json (a bar, not an equality; ffmpeg's adeclick reaches 147 and 110 dB there).
  const cases = reference<ClickCase>("declick").filter((c) => c.id.split("-")[0] in signals);
  it.each(cases.map((c) => [c.id, c] as const))(
    "mends the clicks of %s and leaves the clean signal",
    (id, c) => {
      const clean = signals[id.split("-")[0]]();
      const clicked = clean.slice();
      c.positions.forEach((p, k) => {
        clicked[p] += c.signs[k] * c.amplitude;
        clicked[p + 1] -= (c.signs[k] * c.amplitude) / 2;
      });
      expect(snr(clean, clicked)).toBeCloseTo(c.snr_in_db, 0);
      const [mended] = run("audio.de-click", {}, clicked);
      expect(snr(clean, mended)).toBeGreaterThan(c.snr_in_db + 40);
      const worst = Math.max(...c.positions.map((p) => Math.abs(mended[p] - clean[p])));
      expect(worst).toBeLessThan(0.1 * c.amplitude);
      expect(snr(clean, run("audio.de-click", {}, clean)[0])).toBeGreaterThan(60);
    },
  );

  it("mends the longest clicks that it is told of, at every rate", () => {
    // Milliseconds, the highest of its parameter.
    const longest = 8;
    for (const rate of [44_100, 96_000]) {
      const clean = sine(440, rate, 2 * rate, 0.5);
      const clicked = clean.slice();
      const length = Math.floor((longest / 1000) * rate) - 4;
      for (let k = 0; k < 6; k++)
        for (let j = 0; j < length; j++) clicked[rate / 2 + k * 9001 + j] += (j * 7919) % 5 < 2 ? 0.5 : -0.4;
      const [mended] = renderAudio(one("audio.de-click", { longest }), {
        planes: [clicked],
        sampleRate: rate,
      }).planes;
      expect(snr(clean, mended) - snr(clean, clicked)).toBeGreaterThan(20);
    }
  });
  it("gains signal to error on speech-like sound, and leaves it alone where it is clean", () => {
    const clean = speechLike(96_000, sampleRate);
    const clicked = clean.slice();
    for (let k = 0; k < 30; k++)
      for (let j = 0; j < 3; j++) clicked[12_000 + k * 2413 + j] += [0.4, -0.3, 0.2][j] * (k % 2 ? 1 : -1);
    const [mended] = run("audio.de-click", { sensitivity: 60 }, clicked);
    expect(snr(clean, mended) - snr(clean, clicked)).toBeGreaterThan(10);
    expect(snr(clean, run("audio.de-click", { sensitivity: 60 }, clean)[0])).toBeGreaterThan(30);
  });
});

describe("hum removal", () => {
  it("takes the hum and its harmonics, and next to nothing beside them", () => {
    const hum = [1, 2, 3, 4]
      .map((n) => sine(50 * n, sampleRate, 144_000, 0.1 / n))
      .reduce((a, b) => a.map((v, i) => v + b[i]));
    const [out] = run(
      "audio.hum-removal",
      { frequency: 50, harmonics: 4, width: 2 },
      hum.map((v, i) => v + 0.2 * Math.sin((2 * Math.PI * 440 * i) / sampleRate)),
    );
    for (const n of [1, 2, 3, 4])
      expect(toDecibels(amplitudeAt(out, 50 * n, sampleRate, 72_000) / (0.1 / n))).toBeLessThan(-40);
    expect(toDecibels(amplitudeAt(out, 440, sampleRate, 72_000) / 0.2)).toBeCloseTo(0, 1);
  });
  it("is −3 dB at half its width beside the hum", () => {
    const [out] = run(
      "audio.hum-removal",
      { frequency: 100, harmonics: 1, width: 10 },
      sine(105, sampleRate, 96_000),
    );
    expect(toDecibels(amplitudeAt(out, 105, sampleRate, 48_000))).toBeCloseTo(-3, 0);
  });
});

describe("hum removal at any harmonic", () => {
  it("is as wide in hertz as asked for between its −3 dB points, up to the highest", () => {
    const levelAt = (frequency: number) => {
      const { response } = chainResponse(
        one("audio.hum-removal", { frequency: 400, harmonics: 32, width: 10 }),
        100,
        [frequency],
        sampleRate,
      );
      return toDecibels(Math.hypot(response[0].re, response[0].im));
    };
    for (const n of [1, 8, 20, 32])
      for (const side of [-1, 1]) {
        let [inside, outside] = [0, 40];
        for (let k = 0; k < 40; k++) {
          const middle = (inside + outside) / 2;
          if (levelAt(400 * n + side * middle) < -3.0103) inside = middle;
          else outside = middle;
        }
        expect(Math.abs(inside - 5)).toBeLessThan(0.1);
      }
  });
});

describe("noise reduction", () => {
  // E1 in Abramowitz & Stegun, table 5.1: E1(0.5) = 0.5597736, E1(1) = 0.2193839, E1(2) = 0.0489005 (from memory).
  it.each([
    [0.5, 0.5597736],
    [1, 0.2193839],
    [2, 0.0489005],
  ])("has E1(%d)", (x, value) => expect(exponentialIntegral(x)).toBeCloseTo(value, 6));

  it("takes steady noise down by nearly its reduction where nothing else sounds, and leaves what is loud", () => {
    const hiss = noise(5 * sampleRate, 9, 0.01);
    const tone = sine(1000, sampleRate, hiss.length, 0.25);
    // Sound from 2 s to 4 s; before and after only the hiss.
    const x = hiss.map((v, i) => v + (i > 2 * sampleRate && i < 4 * sampleRate ? tone[i] : 0));
    const [out] = run("audio.noise-reduction", { reduction: 20, threshold: 3 }, x);
    expect(
      rmsDb(out, 0.5 * sampleRate, 1.8 * sampleRate) - rmsDb(x, 0.5 * sampleRate, 1.8 * sampleRate),
    ).toBeLessThan(-17);
    expect(
      toDecibels(amplitudeAt(out, 1000, sampleRate, 2.5 * sampleRate, 3.5 * sampleRate) / 0.25),
    ).toBeCloseTo(0, 1);
    const error = (y: Float32Array) =>
      rmsDb(
        y.map((v, i) => v - tone[i]),
        2.5 * sampleRate,
        3.5 * sampleRate,
      );
    expect(error(out)).toBeLessThan(error(x) - 10);
  });
});

describe("loudness target", () => {
  const programme = noise(10 * sampleRate, 5, 0.05).map(
    (v, i) => v * (1 + 6 * Math.exp(-((i % 24_000) / 400))),
  );
  it("reaches its target in LUFS, as ffmpeg's ebur128 reads it too (ITU-R BS.1770, EBU R 128)", () => {
    const [out] = run("audio.loudness-target", { target: -26, ceiling: -1 }, programme);
    expect(integratedLoudness([out], sampleRate)).toBeCloseTo(-26, 3);
    const ffmpeg = spawnSync(
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
        "ebur128",
        "-f",
        "null",
        "-",
      ],
      { input: Buffer.from(out.slice().buffer), encoding: "utf8", maxBuffer: 1e8 },
    );
    expect(Number(/I:\s+(-?[\d.]+) LUFS\s+Threshold/.exec(ffmpeg.stderr)?.[1])).toBeCloseTo(-26, 0);
  });
  it("keeps true peaks below the ceiling, by a limiter or by staying softer", () => {
    const limited = run("audio.loudness-target", { target: -10, ceiling: -3 }, programme);
    expect(toDecibels(truePeak(limited))).toBeLessThan(-2.9);
    const softer = run("audio.loudness-target", { target: -10, ceiling: -3, beyond: "softer" }, programme);
    expect(toDecibels(truePeak(softer))).toBeCloseTo(-3, 1);
    expect(integratedLoudness(softer, sampleRate)).toBeLessThan(integratedLoudness(limited, sampleRate));
  });
});
