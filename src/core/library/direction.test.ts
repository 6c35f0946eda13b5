import { describe, expect, it } from "vitest";
import { keyframeSet, type ClipTime } from "../chain/keyframes";
import type { Chain, EffectSetting } from "../chain/model";
import { askAboutName, directionsOf, promisedBy } from "./direction";

const clip: ClipTime = { frames: 100, rate: [25, 1] };
const moving = (effect: string, key: string, ...values: number[]): Chain => {
  const bare: EffectSetting = { effect, values: {}, on: true, mix: 100 };
  return {
    medium: "video",
    settings: [values.reduce((s, v, i) => keyframeSet(s, key, clip, i * 20, v), bare)],
  };
};
const found = (chain: Chain) => [...directionsOf(chain)];

describe("directions that names promise", () => {
  it.each([
    ["From above, closing", ["above"]],
    ["Closing from the TOP", ["above"]],
    ["Curtain, bottom-up", ["below"]],
    ["Slide from left", ["left"]],
    ["In from the right and from below", ["below", "right"]],
    ["Right after the fog", []],
    ["Left over", []],
  ])("%s", (name, sides) => expect(promisedBy(name).sort()).toEqual(sides));
});

it.each([
  // What is hidden comes from its side, what is uncovered from the other.
  ["video.edge-crop", "top", [0, 100], ["above"]],
  ["video.edge-crop", "top", [100, 0], ["below"]],
  ["video.edge-crop", "left", [0, 50, 50], ["left"]],
  ["video.edge-crop", "right", [80, 10], ["left"]],
  // Moved down comes from above.
  ["video.transform", "y", [-100, 0], ["above"]],
  ["video.transform", "x", [0, -100], ["right"]],
  // There and back is both; what stands is none.
  ["video.edge-crop", "bottom", [0, 50, 0], ["below", "above"]],
  ["video.edge-crop", "bottom", [30, 30], []],
  ["video.opacity", "opacity", [0, 100], []],
] as const)("%s %s %j comes from %j", (effect, key, values, sides) =>
  expect(found(moving(effect, key, ...values))).toEqual(sides),
);

it("asks where name and keyframes do not agree, and not else", () => {
  const above = moving("video.edge-crop", "top", 0, 100);
  expect(askAboutName("From above, closing", above)).toBeNull();
  expect(askAboutName("Closing", above)).toBeNull();
  expect(askAboutName("From below, closing", above)).toBe(
    "The name says “from below”; the keyframes come from above. Is the name right?",
  );
  expect(askAboutName("From below", moving("video.opacity", "opacity", 0, 100))).toContain(
    "no keyframe goes in a direction",
  );
  const still: Chain = {
    medium: "video",
    settings: [{ effect: "video.edge-crop", values: {}, on: true, mix: 100 }],
  };
  expect(askAboutName("From below", still)).toBeNull();
});
