import { describe, expect, it } from "vitest";
import { livelyValues } from "../../../testing/effect-values";
import { speechLike } from "../../../testing/speech-like";
import { effectsFor } from "../effects/registry";
import type { Chain, Json } from "./model";
import { renderAudio, renderLoop } from "./run-audio";
import { defaultValues } from "./values";

/*
 * What is auditioned is heard settled: its first 50 ms are those of the same range once it has been repeated for so long
 * that nothing of its beginning is left, to less than −60 dB. The slow truth is the range laid end to end.
 */

const sampleRate = 48_000;
const material = speechLike(2 * sampleRate, sampleRate);
const [start, end] = [0.4 * sampleRate, 1.3 * sampleRate];
const range = material.subarray(start, end);
const turns = 14;

const power = (x: Float32Array) => x.reduce((sum, v) => sum + v * v, 0) / x.length;

/** How far the first 50 ms of a loop are from those of its fourteenth turn, in dB below these. */
function apart(effect: string, values: Record<string, Json>): number {
  const chain: Chain = { medium: "audio", settings: [{ effect, values, on: true, mix: 100 }] };
  const laid = new Float32Array(range.length * turns);
  for (let turn = 0; turn < turns; turn++) laid.set(range, turn * range.length);
  const last = renderAudio(chain, { planes: [laid], sampleRate }).planes[0].subarray(
    range.length * (turns - 1),
  );
  const [loop] = renderLoop(chain, { planes: [material], sampleRate }, start, end).planes;
  const first = 0.05 * sampleRate;
  const difference = Float32Array.from(loop.subarray(0, first), (v, i) => v - last[i]);
  return 10 * Math.log10((power(difference) + 1e-20) / (power(last) + 1e-12));
}

/** Those that go on moving whatever is repeated, and one that hears the whole material, which laid end to end is another. */
const neverTheSame = [
  "audio.chorus",
  "audio.flanger",
  "audio.phaser",
  "audio.tremolo",
  "audio.pitch-shift",
  "audio.loudness-target",
];

const settled = effectsFor("audio").filter(({ id }) => !neverTheSame.includes(id));
/** Longer than a loop is run up, and than the slow truth lasts. */
const shorter: Record<string, Record<string, Json>> = { "audio.gate": { release: 300 } };

/** It works on frames, which lie elsewhere in the loop than in the slow truth: that much they differ by themselves. */
const limit: Record<string, number> = { "audio.noise-reduction": -55 };

describe.each(settled.map((effect) => [effect.id, effect] as const))("%s", (id, effect) => {
  it("is settled when a loop begins", () => {
    for (const values of [defaultValues(effect.parameters), livelyValues(effect)])
      expect(apart(id, { ...values, ...shorter[id] }), JSON.stringify(values)).toBeLessThan(limit[id] ?? -60);
  });
});
