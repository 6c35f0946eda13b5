import { describe, expect, it } from "vitest";
import { noise, one, rmsDb } from "../../../testing/signals";
import { integratedLoudness } from "../measure/loudness";
import { learnTurns, lesson } from "./learn";
import { prepareAudioChain } from "./prepare-audio";
import { renderAudio, renderLoop } from "./run-audio";

const sampleRate = 48_000;
const target = one("audio.loudness-target", { target: -26 }).settings[0];
const gain = one("audio.gain", { gain: 12 }).settings[0];
// Soft at first, then loud: a part of it says little of the whole.
const programme = noise(6 * sampleRate, 3, 0.2).map((v, i) => (i < 3 * sampleRate ? v * 0.05 : v));

describe("what hears everything first", () => {
  it("is asked for by the effects in use alone", () => {
    expect(lesson({ medium: "audio", settings: [gain] })).toEqual([]);
    expect(lesson({ medium: "audio", settings: [gain, target, gain] })).toEqual([gain, target]);
    expect(lesson({ medium: "audio", settings: [{ ...target, on: false }] })).toEqual([]);
  });

  it("hears the material as the settings before it leave it, and leaves it as it was", () => {
    const kept = programme.slice();
    const [out] = renderAudio(
      { medium: "audio", settings: [gain, target] },
      { planes: [programme], sampleRate },
    ).planes;
    expect(integratedLoudness([out], sampleRate)).toBeCloseTo(-26, 1);
    expect(programme).toEqual(kept);
    const turns = learnTurns({ medium: "audio", settings: [gain, target] }, [programme], { sampleRate });
    let turn = turns.next();
    for (; !turn.done; turn = turns.next());
    expect([...turn.value.keys()]).toEqual([1]);
  });

  it("treats a range of the whole as the rendering of the whole does", () => {
    const chain = { medium: "audio" as const, settings: [target] };
    const whole = renderAudio(chain, { planes: [programme], sampleRate }).planes[0];
    const [from, to] = [sampleRate, 2 * sampleRate];
    const [range] = renderLoop(chain, { planes: [programme], sampleRate }, from, to).planes;
    expect(rmsDb(range)).toBeCloseTo(rmsDb(whole, from, to), 3);
  });

  it("counts as missing, with the reason, where there is nothing to hear", () => {
    expect(
      prepareAudioChain({ medium: "audio", settings: [target] }, 100, { sampleRate, channels: 1 }).missing,
    ).toEqual(["audio.loudness-target, which has to hear the whole material first"]);
  });
});
