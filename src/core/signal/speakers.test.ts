import { describe, expect, it } from "vitest";
import { channelWeights, layoutOf, maskOf, mustNameSpeakers, type Speaker } from "./speakers";

describe("loudspeakers", () => {
  // Source: the masks of Microsoft's ksmedia.h, KSAUDIO_SPEAKER_*, from memory.
  it.each<[string, readonly Speaker[], number]>([
    ["mono", ["FC"], 0x4],
    ["stereo", ["FL", "FR"], 0x3],
    ["quad", ["FL", "FR", "BL", "BR"], 0x33],
    ["5.1", ["FL", "FR", "FC", "LFE", "BL", "BR"], 0x3f],
    ["5.1 with sides", ["FL", "FR", "FC", "LFE", "SL", "SR"], 0x60f],
    ["7.1 with sides", ["FL", "FR", "FC", "LFE", "BL", "BR", "SL", "SR"], 0x63f],
  ])("%s", (_, names, mask) => {
    expect(maskOf(names)).toBe(mask);
    expect(layoutOf(names.length, mask)).toEqual(names);
  });

  // Source: ITU-R BS.1770-5, table 3 and annex 3 (from memory): 1.41 for what stands at 60 to 120 degrees, no LFE.
  it.each<[string, number, readonly Speaker[] | null, readonly number[]]>([
    ["mono", 1, null, [1]],
    ["stereo", 2, null, [1, 1]],
    ["quad", 4, null, [1, 1, 1.41, 1.41]],
    ["5.1", 6, null, [1, 1, 1, 0, 1.41, 1.41]],
    ["5.1 with sides", 6, ["FL", "FR", "FC", "LFE", "SL", "SR"], [1, 1, 1, 0, 1.41, 1.41]],
    ["7.1", 8, null, [1, 1, 1, 0, 1, 1, 1.41, 1.41]],
    ["6.1: one behind a pair at the sides", 7, null, [1, 1, 1, 0, 1, 1.41, 1.41]],
    ["one behind, alone", 4, ["FL", "FR", "FC", "BC"], [1, 1, 1, 1.41]],
    ["one behind a pair at the back", 5, ["FL", "FR", "BL", "BR", "BC"], [1, 1, 1.41, 1.41, 1]],
    ["above", 4, ["FL", "FR", "TFL", "TFR"], [1, 1, 1, 1]],
  ])("weighs %s", (_, channels, names, weights) => {
    const mask = names ? maskOf(names) : 0;
    const layout = layoutOf(channels, mask);
    // A file's channels come in the order of the mask.
    const byName = new Map((names ?? layout).map((name, i) => [name, weights[i]]));
    expect(channelWeights(channels, mask)).toEqual(layout.map((name) => byName.get(name)));
  });

  it("of a mask for another number of channels says nothing, and what is not usual has to be named", () => {
    expect(layoutOf(2, maskOf(["FL", "FR", "FC"]))).toEqual(["FL", "FR"]);
    expect(mustNameSpeakers(6, maskOf(["FL", "FR", "FC", "LFE", "SL", "SR"]))).toBe(true);
    expect(mustNameSpeakers(6, maskOf(["FL", "FR", "FC", "LFE", "BL", "BR"]))).toBe(false);
    expect(mustNameSpeakers(6)).toBe(false);
    expect(mustNameSpeakers(2, maskOf(["FL", "FR", "FC"]))).toBe(false);
  });
});
