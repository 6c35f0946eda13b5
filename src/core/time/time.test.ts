import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { eased, easeIds, namedEases, nameOfEase, type Bezier } from "./ease";
import { clipTimeAt, endsOn, fitIds, ownTime, ownTimeAt, type Fit } from "./fit";
import {
  movedBy,
  pasted,
  reversed,
  scaledBy,
  valueAt,
  withKeyframe,
  withoutKeyframes,
  type Keyframe,
  type Lane,
} from "./lane";
import { momentOf } from "./moment";
import { compareRatios, minus, over, plus, ratio, secondsIn, times, type Ratio } from "./ratio";

describe("times as ratios", () => {
  it("are reduced, with the sign above", () => {
    expect(ratio(6, -4)).toEqual([-3, 2]);
    expect(ratio(0, -7)).toEqual([0, 1]);
    expect(plus([1, 3], [1, 6])).toEqual([1, 2]);
    expect(minus([1, 3], [1, 2])).toEqual([-1, 6]);
    expect(times([1001, 30000], [30, 1])).toEqual([1001, 1000]);
    expect(over([1, 2], [-3, 4])).toEqual([-2, 3]);
    expect(compareRatios([1, 3], [333_333, 1_000_000])).toBe(1);
    expect(compareRatios([2, 4], [1, 2])).toBe(0);
  });

  it("are as exact as whole numbers go, and near where they cannot be", () => {
    const fine = fc.tuple(fc.integer({ min: -1e15, max: 1e15 }), fc.integer({ min: 1, max: 1e15 }));
    fc.assert(
      fc.property(fine, fine, (a, b) => {
        const wanted = a[0] / a[1] + b[0] / b[1];
        fc.pre(Math.abs(wanted) < 1e5);
        const sum = plus(ratio(...a), ratio(...b));
        expect(sum.every(Number.isSafeInteger)).toBe(true);
        expect(Math.abs(secondsIn(sum) - wanted)).toBeLessThan(2e-9);
      }),
    );
  });
});

it("are rounded to the second where they are long, and refused where no whole number holds them", () => {
  expect(plus([2 ** 52, 3], [1, 7])).toEqual([1_501_199_875_790_165, 1]);
  expect(() => times([2 ** 50, 1], [2 ** 50, 1])).toThrow(RangeError);
});

describe("easing", () => {
  // Source: reference/cubic_bezier.json (CSS Easing Functions Level 1; npm bezier-easing; Chromium's Web Animations).
  const cases = reference<{ id: string; p: Bezier; x: number[]; exact: number[]; chromium: number[] }>(
    "cubic_bezier",
  );
  it.each(cases.map((c) => [c.id, c] as const))(
    "%s goes as the standard says, and as a browser does",
    (_, c) =>
      c.x.forEach((x, i) => {
        // The middle of a curve that is vertical there is 0.5 by its symmetry; the table is off by what its search left.
        if (c.id === "cubic-bezier(1,0,0,1)" && x === 0.5) expect(eased(c.p, x)).toBe(0.5);
        else expect(Math.abs(eased(c.p, x) - c.exact[i])).toBeLessThan(1e-7);
        expect(Math.abs(eased(c.p, x) - c.chromium[i])).toBeLessThan(1e-5);
      }),
  );

  it("goes evenly, or not before it is there; ends are met", () => {
    expect([0, 0.25, 1].map((x) => eased("linear", x))).toEqual([0, 0.25, 1]);
    expect([0, 0.999, 1].map((x) => eased("hold", x))).toEqual([0, 0, 1]);
    for (const id of easeIds) {
      const { ease } = namedEases[id];
      expect([eased(ease, -0.1), eased(ease, 0), eased(ease, 1), eased(ease, 2)]).toEqual([0, 0, 1, 1]);
      expect(nameOfEase(ease)).toBe(id);
    }
    expect(nameOfEase([0.1, 0.2, 0.3, 0.4])).toBeNull();
  });
});

const fit = (way: Fit["way"], length: Ratio, opening: Ratio = [0, 1], closing: Ratio = [0, 1]): Fit => ({
  way,
  length,
  opening,
  closing,
});

describe("fitting, by a table worked by hand", () => {
  // Kept on 4 seconds; where its moments 0, 1, 2, 3 and 4 come to lie on clips of other lengths.
  it.each([
    ["stretch", [8, 1], [0, 2, 4, 6, 8]],
    ["stretch", [2, 1], [0, 0.5, 1, 1.5, 2]],
    ["stretch", [4, 1], [0, 1, 2, 3, 4]],
    ["start", [8, 1], [0, 1, 2, 3, 4]],
    ["start", [2, 1], [0, 1, 2, 3, 4]],
    ["end", [8, 1], [4, 5, 6, 7, 8]],
    ["end", [3, 1], [-1, 0, 1, 2, 3]],
    // Opening 1 s, closing 1 s: the two seconds between become six, or none.
    ["middle", [8, 1], [0, 1, 4, 7, 8]],
    ["middle", [3, 1], [0, 1, 1.5, 2, 3]],
    ["middle", [2, 1], [0, 1, 1, 1, 2]],
    // Too short for both: each has half of it.
    ["middle", [1, 1], [0, 0.5, 0.5, 0.5, 1]],
  ] as const)("%s on %j seconds", (way, clip, places) => {
    const one = fit(way, [4, 1], [1, 1], [1, 1]);
    expect([0, 1, 2, 3, 4].map((at) => secondsIn(clipTimeAt(one, { length: clip }, [at, 1])))).toEqual(
      places,
    );
  });

  it("shortens opening and closing by the same share where the clip is shorter than both", () => {
    const one = fit("middle", [10, 1], [3, 1], [1, 1]);
    expect(endsOn(one, [5, 1])).toEqual({ opening: [3, 1], closing: [1, 1], isShortened: false });
    expect(endsOn(one, [2, 1])).toEqual({ opening: [3, 2], closing: [1, 2], isShortened: true });
    // 1.5 s of the clip run through 3 s of opening; then at once the last second, in half of its time.
    const own = ownTime(one, { length: [2, 1] });
    expect([0, 0.75, 1.25, 1.5, 1.75, 2].map(own)).toEqual([0, 1.5, 2.5, 9, 9.5, 10]);
  });

  it("leads the first and the last frame of one clip to those of the other, whatever their lengths and rates", () => {
    // Worked by hand: 100 frames at 25 a second, the last at 3.96 s; 31 frames at 50, the last at 0.6 s.
    const kept = { ...fit("stretch", [4, 1], [1, 1], [1, 1]), frame: [1, 25] as const };
    const clip = { length: [31, 50], step: [1, 50] } as const;
    const at = (way: Fit["way"], time: number) => ownTime({ ...kept, way }, clip)(time);
    expect(at("stretch", 0.6)).toBeCloseTo(3.96, 12);
    expect(at("stretch", 0.3)).toBeCloseTo(1.98, 12);
    expect(at("end", 0.6)).toBeCloseTo(3.96, 12);
    expect(at("start", 0.6)).toBeCloseTo(0.6, 12);
    expect(at("middle", 0.6)).toBeCloseTo(3.96, 12);
    // On a clip as long as the one they were set on every frame is its own.
    for (const way of fitIds)
      for (const frame of [0, 24, 25, 98, 99])
        expect(ownTime({ ...kept, way }, { length: [4, 1], step: [1, 25] })(frame / 25)).toBeCloseTo(
          frame / 25,
          12,
        );
    // Keyframes that do not say how long a frame was were set on frames as long as these.
    expect(ownTime(fit("stretch", [4, 1]), { length: [2, 1], step: [1, 25] })(1.96)).toBeCloseTo(3.96, 12);
    // A clip of a single frame is at its begin.
    expect(ownTime(kept, { length: [1, 25], step: [1, 25] })(0)).toBe(0);
  });

  it("goes on beyond the ends as within", () => {
    expect(ownTime(fit("end", [4, 1]), { length: [3, 1] })(-1)).toBe(0);
    expect(ownTime(fit("stretch", [4, 1]), { length: [2, 1] })(3)).toBe(6);
  });
});

describe("fitting any keyframes to any clip", () => {
  const length = fc
    .tuple(fc.integer({ min: 1001, max: 1_000_000 }), fc.integer({ min: 1, max: 10 }))
    .map(([n, d]) => ratio(n, d));
  const share = fc.integer({ min: 0, max: 1000 });
  const anyFit = fc
    .tuple(length, fc.constantFrom(...fitIds), share, share)
    .map(([of, way, a, b]) => fit(way, of, times(of, [a, 2000]), times(of, [b, 2000])));

  it("keeps their order, and the ends where the way says so", () => {
    fc.assert(
      fc.property(anyFit, length, fc.array(share, { minLength: 2, maxLength: 12 }), (one, clip, places) => {
        const moments = places.sort((a, b) => a - b).map((p) => times(one.length, [p, 1000]));
        const placed = moments.map((at) => clipTimeAt(one, { length: clip }, at));
        placed.slice(1).forEach((at, i) => expect(compareRatios(at, placed[i])).toBeGreaterThanOrEqual(0));
        const [first, last] = [
          clipTimeAt(one, { length: clip }, [0, 1]),
          clipTimeAt(one, { length: clip }, one.length),
        ];
        if (one.way !== "end") expect(secondsIn(first)).toBeCloseTo(0, 9);
        if (one.way !== "start") expect(secondsIn(last)).toBeCloseTo(secondsIn(clip), 6);
        if (one.way === "start") expect(last).toEqual(one.length);
        if (one.way === "end")
          expect(secondsIn(first)).toBeCloseTo(secondsIn(clip) - secondsIn(one.length), 6);
      }),
    );
  });

  it("has an inverse where time does not stand or jump, and changes nothing on a clip as long as its own", () => {
    fc.assert(
      fc.property(anyFit, length, share, (one, clip, p) => {
        const at = times(clip, [p, 1000]);
        const own = ownTimeAt(one, { length: clip }, at);
        expect(secondsIn(own)).toBeCloseTo(ownTime(one, { length: clip })(secondsIn(at)), 5);
        const ends = plus(one.opening, one.closing);
        const isEven =
          one.way !== "middle" || (compareRatios(ends, clip) < 0 && compareRatios(ends, one.length) < 0);
        if (isEven) expect(secondsIn(clipTimeAt(one, { length: clip }, own))).toBeCloseTo(secondsIn(at), 5);
        const same = times(one.length, [p, 1000]);
        if (one.way !== "middle" || compareRatios(ends, one.length) < 0)
          expect(secondsIn(ownTimeAt(one, one, same))).toBeCloseTo(secondsIn(same), 9);
      }),
    );
  });

  it("keeps opening and closing to the second where there is room", () => {
    fc.assert(
      fc.property(anyFit, length, share, (any, clip, p) => {
        const one: Fit = { ...any, way: "middle" };
        if (endsOn(one, clip).isShortened) return;
        const into = times(one.opening, [p, 1001]);
        expect(secondsIn(ownTimeAt(one, { length: clip }, into))).toBeCloseTo(secondsIn(into), 6);
        const left = times(one.closing, [p, 1001]);
        expect(secondsIn(minus(one.length, ownTimeAt(one, { length: clip }, minus(clip, left))))).toBeCloseTo(
          secondsIn(left),
          5,
        );
      }),
    );
  });
});

const key = (at: number, value: number, ease: Keyframe["ease"] = "linear"): Keyframe => ({
  at: ratio(at * 100, 100),
  value,
  ease,
});

describe("lanes", () => {
  const lane: Lane = [key(1, 10), key(2, 20, "hold"), key(4, 0, [0.42, 0, 0.58, 1]), key(6, 100)];

  it("have the first value before, the last after, and go along each ease between", () => {
    expect([0, 1, 1.25, 1.999, 2, 3.99, 4, 5, 6, 9].map((t) => valueAt(lane, t))).toEqual([
      10,
      10,
      12.5,
      expect.closeTo(19.99, 6),
      20,
      20,
      0,
      expect.closeTo(50, 9),
      100,
      100,
    ]);
    expect(valueAt([key(3, 7)], 100)).toBe(7);
  });

  it("go by equal ratios where the parameter does", () => {
    const octaves: Lane = [key(0, 100), key(3, 800)];
    expect([1, 2].map((t) => valueAt(octaves, t, "log"))).toEqual([
      expect.closeTo(200, 9),
      expect.closeTo(400, 9),
    ]);
  });

  it("are there at the very frame that they were set on, at rates that no binary fraction holds", () => {
    const rate: Ratio = [30_000, 1001];
    for (let frame = 0; frame < 500; frame++) {
      const at = ratio(frame * 1001, 30_000);
      const one: Lane = [
        { at: ratio(-1), value: 0, ease: "hold" },
        { at, value: 1, ease: "hold" },
      ];
      const { time, ...clip } = momentOf(frame, 600, rate);
      expect(valueAt(one, ownTime(fit("end", clip.length), clip)(time))).toBe(1);
      if (frame > 0) expect(valueAt(one, momentOf(frame - 1, 600, rate).time)).toBe(0);
    }
  });

  it("take a keyframe in its place, one at a moment, with the ease of the one before", () => {
    expect(withKeyframe(lane, ratio(3), 5)).toEqual([
      ...lane.slice(0, 2),
      key(3, 5, "hold"),
      ...lane.slice(2),
    ]);
    expect(withKeyframe(lane, ratio(4), 5)[2]).toEqual(key(4, 5, [0.42, 0, 0.58, 1]));
    expect(withKeyframe(lane, ratio(4), 5, "linear")[2]).toEqual(key(4, 5));
    expect(withKeyframe([], ratio(4), 5)).toEqual([key(4, 5)]);
  });

  it("move some of theirs past others, and over one that is in the way", () => {
    expect(movedBy(lane, new Set([0]), ratio(2)).map((k) => k.value)).toEqual([20, 10, 0, 100]);
    expect(movedBy(lane, new Set([0, 1]), ratio(2)).map((k) => [secondsIn(k.at), k.value])).toEqual([
      [3, 10],
      [4, 20],
      [6, 100],
    ]);
    expect(withoutKeyframes(lane, new Set([1, 3])).map((k) => k.value)).toEqual([10, 0]);
  });

  it("go backwards as seen in a mirror, and back again", () => {
    const curves: Lane = [key(1, 3, [0.1, 0.2, 0.9, 0.6]), key(2, 5, [0.42, 0, 1, 1]), key(5, 1)];
    const back = reversed(curves);
    for (const t of [1, 1.3, 2.2, 3.5, 4.4, 5])
      expect(valueAt(back, 6 - t)).toBeCloseTo(valueAt(curves, t), 7);
    expect(reversed(back).map((k) => [k.at, k.value])).toEqual(curves.map((k) => [k.at, k.value]));
    expect(reversed([key(1, 3)])).toEqual([key(1, 3)]);
  });

  it("become longer from their first on, and are laid into others", () => {
    expect(scaledBy(lane, [3, 2]).map((k) => secondsIn(k.at))).toEqual([1, 2.5, 5.5, 8.5]);
    expect(pasted(lane, [key(7, 1), key(8, 2)], ratio(2)).map((k) => [secondsIn(k.at), k.value])).toEqual([
      [1, 10],
      [2, 1],
      [3, 2],
      [4, 0],
      [6, 100],
    ]);
    expect(pasted(lane, [], ratio(2))).toBe(lane);
  });
});
