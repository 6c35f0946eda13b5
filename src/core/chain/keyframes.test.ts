import { describe, expect, it } from "vitest";
import type { Ease } from "../time/ease";
import { ratio, secondsIn, type Ratio } from "../time/ratio";
import { isCorrection } from "../formats/cdl/correction";
import { unbakeable } from "./bake";
import { saySetting } from "./describe";
import { chainDifference } from "./difference";
import { FormatFault } from "./fault";
import { chainText } from "./fingerprint";
import {
  courseOf,
  fitOfChain,
  fittedAs,
  framesOfLane,
  hasKeyframes,
  keyframeAt,
  keyframeBefore,
  keyframeSet,
  keyframesMoved,
  keyframesRemoved,
  laneOf,
  lanePasted,
  laneReversed,
  laneScaled,
  nextEase,
  suggestedEnds,
  suggestedFit,
  valueAtFrame,
  withEase,
  type ClipTime,
} from "./keyframes";
import { isMoving, movable, movableIn, settingAt } from "./motion";
import type { Chain, EffectSetting, Json, Motion } from "./model";
import { parseChain } from "./parse";
import { findEffect } from "../effects/registry";
import { momentOf } from "../time/moment";
import { renderImage } from "./run-image";
import { normaliseChain, sayProblem } from "./values";

/** Four seconds of 25 frames, and ten of 30000/1001. */
const clip: ClipTime = { frames: 100, rate: [25, 1] };
const long: ClipTime = { frames: 300, rate: [30_000, 1001] };

const crop: EffectSetting = {
  effect: "video.edge-crop",
  values: { left: 0, right: 0, top: 10, bottom: 0, softness: 0, behind: "black" },
  on: true,
  mix: 100,
};
/** Closing from above within the last second. */
const closing = [
  [0, 0],
  [74, 0],
  [99, 100],
].reduce((setting, [frame, value]) => keyframeSet(setting, "top", clip, frame, value), crop);
const chainOf = (...settings: EffectSetting[]): Chain => ({ medium: "video", settings });
const seenAt = (setting: EffectSetting, on: ClipTime, frame: number) =>
  valueAtFrame(setting, "top", on, frame)?.value;

describe("setting keyframes", () => {
  it("begins with the value that is there, on the clip that is there", () => {
    const once = keyframeSet(crop, "top", clip, 20);
    expect(once.motion).toEqual({
      length: [4, 1],
      frame: [1, 25],
      way: "start",
      opening: [0, 1],
      closing: [0, 1],
      lanes: { top: [{ at: [4, 5], value: 10, ease: "linear" }] },
    });
    expect(crop.motion).toBeUndefined();
    expect(keyframeSet(crop, "behind", clip, 20)).toBe(crop);
  });

  it("goes from one to the next, by the frame, and says where they are", () => {
    expect(framesOfLane(closing, "top", clip)).toEqual([0, 74, 99]);
    expect([0, 50, 74, 84, 99].map((f) => seenAt(closing, clip, f))).toEqual([0, 0, 0, 40, 100]);
    expect(keyframeAt(closing, "top", clip, 74)).toBe(1);
    expect(keyframeAt(closing, "top", clip, 75)).toBe(-1);
    expect([0, 73, 74, 99].map((f) => keyframeBefore(closing, "top", clip, f))).toEqual([0, 0, 1, 2]);
    // On its frame another value takes its place; elsewhere there is one more, with the value on the way.
    expect(laneOf(keyframeSet(closing, "top", clip, 74, 25), "top")).toHaveLength(3);
    expect(laneOf(keyframeSet(closing, "top", clip, 84), "top").map(({ value }) => value)).toEqual([
      0, 0, 40, 100,
    ]);
    expect(courseOf(closing, "top", clip, 5)).toEqual([0, 0, 0, expect.closeTo(0.01, 6), 1]);
  });

  it("takes them out, and leaves the value that was there when the last one goes", () => {
    const two = keyframesRemoved(closing, "top", clip, 0, new Set([1]));
    expect(seenAt(two, clip, 49)).toBeCloseTo(49.49, 1);
    const none = keyframesRemoved(closing, "top", clip, 84, new Set([0, 1, 2]));
    expect(none).toEqual({ ...crop, values: { ...crop.values, top: 40 } });
    const mix = keyframeSet(keyframeSet(crop, "mix", clip, 0, 30), "top", clip, 5, 3);
    const left = keyframesRemoved(mix, "mix", clip, 0, new Set([0]));
    expect([left.mix, Object.keys(left.motion!.lanes)]).toEqual([30, ["top"]]);
  });

  it("moves, turns round, lengthens, copies, and eases them", () => {
    expect(framesOfLane(keyframesMoved(closing, "top", clip, new Set([1, 2]), -10), "top", clip)).toEqual([
      0, 64, 89,
    ]);
    expect(keyframesMoved(closing, "top", clip, new Set(), 5)).toBe(closing);
    const back = laneReversed(closing, "top");
    expect(framesOfLane(back, "top", clip)).toEqual([0, 25, 99]);
    expect([0, 10, 25, 80].map((f) => seenAt(back, clip, f))).toEqual([100, 60, 0, 0]);
    expect(framesOfLane(laneScaled(closing, "top", [1, 2]), "top", clip)).toEqual([0, 37, 50]);
    expect(laneScaled(crop, "top", [1, 2])).toBe(crop);
    // Values that another parameter may not have are brought into its range.
    const pasted = lanePasted(crop, "softness", clip, 50, laneOf(closing, "top"));
    expect(framesOfLane(pasted, "softness", clip)).toEqual([50, 124, 149]);
    expect(laneOf(pasted, "softness").map(({ value }) => value)).toEqual([0, 0, 50]);
    expect(lanePasted(crop, "behind", clip, 0, laneOf(closing, "top"))).toBe(crop);
    const held = withEase(closing, "top", new Set([1]), "hold");
    expect([98, 99].map((f) => seenAt(held, clip, f))).toEqual([0, 100]);
    const round = (from: Ease, n: number): Ease => (n === 0 ? from : round(nextEase(from), n - 1));
    expect(round("linear", 5)).toBe("linear");
    expect(new Set([0, 1, 2, 3, 4].map((n) => String(round("linear", n)))).size).toBe(5);
    expect(nextEase([0.1, 0.2, 0.3, 0.4])).toBe("linear");
  });

  it("on a clip of another length sets them where the fitting has it there", () => {
    const fitted = fittedAs(chainOf(closing), "end", ratio(0), ratio(0)).settings[0];
    const places = framesOfLane(fitted, "top", long).map((f) => ((f * 1001) / 30_000).toFixed(1));
    // A frame of 25 is longer than one here, so that the last ones meet.
    expect(places).toEqual(["6.0", "9.0", "10.0"]);
    const more = keyframeSet(fitted, "top", long, 270, 7);
    expect(framesOfLane(more, "top", long)).toContain(270);
    expect(seenAt(more, long, 270)).toBe(7);
    expect(more.motion!.length).toEqual([4, 1]);
    // Moved by a frame of the clip that it is on.
    const [, second] = framesOfLane(fitted, "top", long);
    expect(framesOfLane(keyframesMoved(fitted, "top", long, new Set([1]), 3), "top", long)[1]).toBe(
      second + 3,
    );
  });

  it("stays where it was set, frame by frame, at any rate and fitting", () => {
    for (const way of ["stretch", "start", "end", "middle"] as const)
      for (const on of [clip, long, { frames: 37, rate: [24_000, 1001] } as ClipTime]) {
        const begun = fittedAs(chainOf(closing), way, ratio(1), ratio(1)).settings[0];
        for (let frame = 0; frame < on.frames; frame += 7) {
          const one = keyframeSet(
            { ...begun, motion: { ...begun.motion!, lanes: {} } },
            "top",
            on,
            frame,
            42,
          );
          expect([way, on.rate, framesOfLane(one, "top", on)]).toEqual([way, on.rate, [frame]]);
          expect(keyframeAt(one, "top", on, frame)).toBe(0);
        }
      }
  });
});

describe("fitting a chain", () => {
  it("is for all settings with keyframes; ends have room on each one's own clip", () => {
    const short = keyframeSet(crop, "left", { frames: 50, rate: [25, 1] }, 10, 5);
    const chain = fittedAs(chainOf(closing, crop, short), "middle", ratio(3), ratio(2));
    expect(chain.settings[0].motion).toMatchObject({ way: "middle", opening: [3, 1], closing: [1, 1] });
    expect(chain.settings[1]).toBe(crop);
    expect(chain.settings[2].motion).toMatchObject({ way: "middle", opening: [2, 1], closing: [0, 1] });
    expect([hasKeyframes(chain), hasKeyframes(chainOf(crop))]).toEqual([true, false]);
    expect([fitOfChain(chain)?.way, fitOfChain(chainOf(crop))]).toEqual(["middle", null]);
  });

  it("suggests the longest time without keyframes as the middle", () => {
    const seconds = (ends: { opening: Ratio; closing: Ratio }) => [
      secondsIn(ends.opening),
      secondsIn(ends.closing),
    ];
    const at = (...frames: number[]) =>
      suggestedEnds(chainOf(frames.reduce((s, f) => keyframeSet(s, "top", clip, f, f % 100), crop)));
    expect(seconds(at(0, 25, 75, 100))).toEqual([1, 1]);
    // At the start alone, at the end alone.
    expect(seconds(at(0, 10))).toEqual([0.4, 0]);
    expect(seconds(at(90, 99))).toEqual([0, 0.4]);
    expect(seconds(suggestedEnds(chainOf(crop)))).toEqual([0, 0]);
  });

  it("is suggested by where something moves, unless somebody chose", () => {
    const at = (...keys: [frame: number, value: number][]) =>
      chainOf(keys.reduce((s, [frame, value]) => keyframeSet(s, "top", clip, frame, value), crop));
    const said = (chain: Chain) => {
      const fit = suggestedFit(chain);
      return fit && [fit.way, secondsIn(fit.opening), secondsIn(fit.closing)];
    };
    expect(said(at([0, 0], [25, 9]))).toEqual(["middle", 1, 0]);
    expect(said(chainOf(closing))).toEqual(["middle", 0, 1.04]);
    expect(said(at([0, 0], [10, 9], [75, 9], [95, 0]))).toEqual(["middle", 0.4, 1]);
    // A start that waits a little belongs to the opening.
    expect(said(at([5, 0], [25, 9]))).toEqual(["middle", 1, 0]);
    // It goes on through the clip, or most of it.
    expect(said(at([0, 0], [99, 9]))?.[0]).toBe("stretch");
    expect(said(at([10, 0], [70, 9]))?.[0]).toBe("stretch");
    // One setting moves at the start, another one at the end.
    const late = keyframeSet(keyframeSet(crop, "left", clip, 80, 0), "left", clip, 95, 5);
    expect(said(chainOf(at([0, 0], [20, 9]).settings[0], late))).toEqual(["middle", 0.8, 0.8]);
    // Nothing moves at all.
    expect(said(at([40, 9]))).toEqual(["middle", 0, 0]);
    expect(said(fittedAs(at([0, 0], [99, 9]), "end", ratio(0), ratio(0)))?.[0]).toBe("end");
    expect(said(fittedAs(at([0, 0], [99, 9]), "start", ratio(1), ratio(0)))?.[0]).toBe("start");
    expect(said(chainOf(crop))).toBeNull();
  });
});

describe("what moves", () => {
  it("are the numbers of effects on pictures that say so, and the share of the mix", () => {
    expect([...movable(findEffect("video.edge-crop")!).keys()]).toEqual([
      "left",
      "right",
      "top",
      "bottom",
      "softness",
      "mix",
    ]);
    // Frames of a clip are all of one size.
    expect([...movable(findEffect("image.crop")!).keys()]).toEqual(["mix"]);
    expect(movableIn({ ...crop, effect: "video.of-another-house" }).size).toBe(0);
  });

  it("is rendered as at its moment, and a still as its values say", () => {
    const picture = { width: 2, height: 10, planes: [0, 1, 2].map(() => new Float32Array(20).fill(0.5)) };
    const dark = (moment?: ReturnType<typeof momentOf>) =>
      renderImage(chainOf(closing), picture, 100, { moment }).planes[0].filter((v) => v < 1e-4).length / 2;
    expect(dark()).toBe(1);
    expect(dark(momentOf(74, 100, [25, 1]))).toBe(0);
    expect(dark(momentOf(84, 100, [25, 1]))).toBe(4);
    expect(dark(momentOf(99, 100, [25, 1]))).toBe(10);
    // On a clip of two seconds from its start nothing of it is seen yet.
    expect(dark(momentOf(49, 50, [25, 1]))).toBe(0);
    const mixed = keyframeSet(
      keyframeSet({ ...crop, effect: "image.exposure", values: { exposure: 1 } }, "mix", clip, 0, 0),
      "mix",
      clip,
      50,
      100,
    );
    const light = (frame: number) =>
      renderImage(chainOf(mixed), picture, 100, { moment: momentOf(frame, 100, [25, 1]) }).planes[0][0];
    expect([0, 25, 50].map(light)).toEqual([0.5, expect.closeTo(0.75, 5), expect.closeTo(1, 5)]);
    expect([
      isMoving(chainOf(mixed)),
      isMoving(chainOf(crop)),
      isMoving(chainOf({ ...mixed, on: false })),
    ]).toEqual([true, false, false]);
    expect(isMoving(chainOf({ ...crop, effect: "image.grain", values: {} }))).toBe(true);
  });

  it("stays within a parameter's range where a curve leaves it", () => {
    const over = withEase(closing, "top", new Set([1]), [0.3, -3, 0.7, 4]);
    const values = Array.from(
      { length: 25 },
      (_, i) => settingAt(over, { time: 2.96 + i / 25, length: [4, 1] }).values.top,
    );
    expect(Math.min(...(values as number[]))).toBe(0);
    expect(Math.max(...(values as number[]))).toBe(100);
  });
});

describe("reading and checking", () => {
  const written = (motion: object): Json => ({
    medium: "video",
    settings: [{ effect: "video.edge-crop", values: {}, on: true, mix: 100, motion: motion as Json }],
  });
  const good = {
    length: [8, 2],
    way: "end",
    opening: [0, 1],
    closing: [1, 1],
    lanes: {
      top: [
        { at: [3, 1], value: 0 },
        { at: [8, 2], value: 100, ease: [0, 0, 0.58, 1] },
      ],
    },
  };

  it("comes back as it was written, reduced", () => {
    const chain = parseChain(written(good));
    expect(chain.settings[0].motion).toEqual({
      length: [4, 1],
      way: "end",
      opening: [0, 1],
      closing: [1, 1],
      lanes: {
        top: [
          { at: [3, 1], value: 0, ease: "linear" },
          { at: [4, 1], value: 100, ease: [0, 0, 0.58, 1] },
        ],
      },
    });
    const stored = normaliseChain(chain);
    expect(stored.problems).toEqual([]);
    expect(parseChain(JSON.parse(chainText(stored.chain)) as Json)).toEqual(stored.chain);
    expect(chainText(normaliseChain(chainOf(crop)).chain)).not.toContain("motion");
  });

  it.each([
    ["a length of none", { ...good, length: [0, 1] }, "above 0"],
    ["a time that is no ratio", { ...good, length: [1.5, 1] }, "two whole numbers"],
    ["a divisor of none", { ...good, lanes: { top: [{ at: [1, 0], value: 1 }] } }, "two whole numbers"],
    ["a way that is not known", { ...good, way: "sideways" }, "one of stretch, start, end, middle"],
    ["ends that are longer than the clip", { ...good, opening: [4, 1] }, "at most as long"],
    [
      "keyframes out of order",
      {
        ...good,
        lanes: {
          top: [
            { at: [3, 1], value: 0 },
            { at: [2, 1], value: 1 },
          ],
        },
      },
      "order",
    ],
    [
      "two at one moment",
      {
        ...good,
        lanes: {
          top: [
            { at: [2, 1], value: 0 },
            { at: [4, 2], value: 1 },
          ],
        },
      },
      "order",
    ],
    [
      "a value that is none",
      { ...good, lanes: { top: [{ at: [1, 1], value: "much" }] } },
      "at, value and ease",
    ],
    [
      "an ease out of time",
      { ...good, lanes: { top: [{ at: [1, 1], value: 1, ease: [2, 0, 0, 1] }] } },
      "cubic Bézier",
    ],
    ["a moment years away", { ...good, lanes: { top: [{ at: [1e9, 1], value: 1 }] } }, "two days"],
    ["no lanes", { ...good, lanes: null }, "lanes"],
    ["a lane that is none", { ...good, lanes: { top: 4 } }, "list of keyframes"],
    [
      "more than can be",
      { ...good, lanes: { top: Array.from({ length: 501 }, (_, n) => ({ at: [n, 200], value: 1 })) } },
      "at most 500",
    ],
  ])("refuses %s, and says where", (_, motion, words) => {
    const read = () => parseChain(written(motion));
    expect(read).toThrow(FormatFault);
    expect(read).toThrow(words);
    try {
      read();
    } catch (fault) {
      expect((fault as FormatFault).where).toMatch(/^chain\.settings\[0\]\.motion/);
    }
  });

  it("brings values into their ranges, and leaves out lanes of what takes none", () => {
    const motion = parseChain(
      written({
        ...good,
        lanes: { top: [{ at: [1, 1], value: 120 }], behind: good.lanes.top, wings: good.lanes.top, left: [] },
      }),
    ).settings[0].motion as Motion;
    const { chain, problems } = normaliseChain(chainOf({ ...crop, motion }));
    expect(chain.settings[0].motion!.lanes).toEqual({ top: [{ at: [1, 1], value: 100, ease: "linear" }] });
    expect(problems.map(({ code, path }) => [code, path])).toEqual([
      ["out-of-range", "settings.0.motion.top.0"],
      ["no-keyframes", "settings.0.motion.behind"],
      ["unknown-parameter", "settings.0.motion.wings"],
    ]);
    expect(problems.map(sayProblem)[1]).toBe("Setting 1 behind: this value takes no keyframes.");
    // Without any lane that stays there is no motion; of an effect that is not here all is carried along.
    const bare = { ...motion, lanes: { behind: motion.lanes.behind } };
    expect(normaliseChain(chainOf({ ...crop, motion: bare })).chain.settings[0]).not.toHaveProperty("motion");
    const strange = { ...crop, effect: "video.of-another-house", motion: bare };
    expect(normaliseChain(chainOf(strange)).chain.settings[0]).toEqual(strange);
  });
});

it("no table of colours and no correction of colours holds what moves", () => {
  const bare = (effect: string): EffectSetting => ({ effect, values: {}, on: true, mix: 100 });
  const moving = keyframeSet(bare("image.exposure"), "exposure", clip, 3, 1);
  expect(unbakeable({ medium: "image", settings: [bare("image.contrast"), moving] })).toEqual(["Exposure"]);
  const decision = bare("image.colour-decision-list");
  expect(isCorrection({ medium: "image", settings: [decision] })).toBe(true);
  expect(isCorrection({ medium: "image", settings: [keyframeSet(decision, "slopeRed", clip, 3, 1.1)] })).toBe(
    false,
  );
});

describe("keyframes in words", () => {
  it("are told by their ends, and what changed of them", () => {
    expect(saySetting(closing)).toBe("0 % → 100 % · 0 % · 0 % · 0 %");
    const standing = keyframeSet(crop, "top", clip, 5, 30);
    expect(saySetting(standing)).toBe("30 % · 0 % · 0 % · 0 %");
    const eased = withEase(closing, "top", new Set([1]), "hold");
    const fitted = fittedAs(chainOf(eased), "end", ratio(0), ratio(0));
    expect(chainDifference(chainOf(crop), chainOf(closing))).toEqual(["Edge crop: keyframes of top set"]);
    expect(chainDifference(chainOf(closing), fitted)).toEqual([
      "Edge crop: keyframes of top changed",
      "Edge crop: keyframes fit as timed from the end",
    ]);
    expect(chainDifference(fitted, chainOf(crop))).toEqual(["Edge crop: keyframes of top taken out"]);
    expect(chainDifference(fitted, fitted)).toEqual([]);
  });
});
