import { spawnSync } from "node:child_process";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { noise, one } from "../../../../testing/signals";
import { livelyValues } from "../../../../testing/effect-values";
import type { Chain, EffectSetting } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import { integratedLoudness } from "../../measure/loudness";
import { truePeak } from "../../measure/peaks";
import { effectsFor } from "../registry";
import type { AudioEffect } from "../define";

const sampleRate = 48_000;
/** The whole that a file would hold: what the material becomes, and what rings on. */
const render = (settings: EffectSetting[], planes: Float32Array[]) =>
  renderAudio(
    { medium: "audio", settings } satisfies Chain,
    { planes, sampleRate },
    { tail: 60 * sampleRate },
  ).planes;
const peakDb = (planes: readonly Float32Array[]) => 20 * Math.log10(truePeak(planes));
const setting = (effect: string, values: EffectSetting["values"] = {}) => one(effect, values).settings[0];

/** Soft noise with bursts, the loudest at its very end. */
const programme = (seconds: number, seed: number) => {
  let soft = 0;
  return noise(seconds * sampleRate, seed, 1).map(
    (v, i, all) => (soft += 0.4 * (v * (i > all.length - 480 ? 1.8 : i % 20_000 < 2000 ? 0.6 : 0.1) - soft)),
  );
};

describe("loudness target behind what holds samples back or rings on", () => {
  it("hears a burst at the very end behind de-click, whose latency withholds it", () => {
    const out = render(
      [setting("audio.de-click"), setting("audio.loudness-target", { target: -16, ceiling: -1 })],
      [programme(3, 1)],
    );
    expect(peakDb(out)).toBeLessThan(-1 + 0.05);
    expect(Math.abs(integratedLoudness(out, sampleRate) + 16)).toBeLessThan(0.1);
  });

  it("hears what comes only after the material has ended, behind a pre-delay at full plate", () => {
    const short = noise(4800, 3, 0.5);
    const out = render(
      [
        setting("audio.plate", { preDelay: 250 }),
        setting("audio.loudness-target", { target: -20, ceiling: -1 }),
      ],
      [short, short],
    );
    expect(peakDb(out)).toBeLessThan(-1 + 0.05);
    expect(Math.abs(integratedLoudness(out, sampleRate) + 20)).toBeLessThan(0.1);
  });

  it("keeps its ceiling and meets its loudness behind any effect", () => {
    const before = (effectsFor("audio") as AudioEffect[]).filter(
      (e) => !e.analyse && !Object.values(e.parameters).some((p) => p.kind === "file"),
    );
    fc.assert(
      fc.property(
        fc.shuffledSubarray(before, { minLength: 1, maxLength: 2 }),
        fc.integer({ min: 1, max: 1000 }),
        fc.constantFrom(-24, -18),
        (effects, seed, target) => {
          const settings = effects.map((e) => setting(e.id, livelyValues(e)));
          const x = programme(1, seed);
          const planes = [x, x.map((v) => v * 0.5)];
          const out = render(
            [...settings, setting("audio.loudness-target", { target, ceiling: -2 })],
            planes,
          );
          const loudness = integratedLoudness(out, sampleRate);
          if (!Number.isFinite(loudness)) return;
          expect(peakDb(out)).toBeLessThan(-2 + 0.05);
          // A few clicks between silence are never as loud as that below their ceiling, whatever drives them.
          const driven = render(
            [
              ...settings,
              setting("audio.gain", { gain: 24 }),
              setting("audio.limiter", { ceiling: -2, drive: 24, release: 120 }),
            ],
            planes,
          );
          if (integratedLoudness(driven, sampleRate) > target + 1)
            expect(Math.abs(loudness - target)).toBeLessThan(0.1);
          else expect(loudness).toBeLessThan(target + 0.1);
        },
      ),
      { numRuns: 5 },
    );
  }, 120_000);

  it("stays within a tenth of a dB of its ceiling on another meter (ffmpeg's ebur128)", () => {
    const [out] = render([setting("audio.loudness-target", { target: -14, ceiling: -2 })], [programme(4, 9)]);
    const said = spawnSync(
      "ffmpeg",
      [
        "-hide_banner",
        "-nostats",
        "-f",
        "f32le",
        "-ar",
        String(sampleRate),
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
      { input: Buffer.from(out.buffer), encoding: "utf8", maxBuffer: 1e8 },
    ).stderr;
    const summary = said.slice(said.lastIndexOf("Summary"));
    expect(Number(/Peak:\s+(-?[\d.]+) dBFS/.exec(summary)![1])).toBeLessThanOrEqual(-1.9);
    expect(Math.abs(Number(/I:\s+(-?[\d.]+) LUFS/.exec(summary)![1]) + 14)).toBeLessThanOrEqual(0.11);
  });
});
