import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { habitEpoch, habitLevel, habitLevels, Habits, withUse } from "./habit";

const day = 24 * 3_600_000;
const of = (...times: number[]) => times.reduce<number | null>((score, at) => withUse(score, at), null)!;
const at = (days: number) => habitEpoch + days * day;

describe("the score of a habit", () => {
  it("is the logarithm of the sum of uses, of which each counts half after fourteen days", () => {
    const times = fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(times, (days) => {
        const sum = days.reduce((all, one) => all + 2 ** (one / 14), 0);
        expect(of(...days.map(at))).toBeCloseTo(Math.log2(sum), 9);
      }),
    );
  });
  it("puts two uses today above one, and one today above two of a month ago", () => {
    expect(of(at(100), at(100))).toBeGreaterThan(of(at(100)));
    expect(of(at(100))).toBeGreaterThan(of(at(70), at(70)));
    // Two of a fortnight ago are as much as one of today.
    expect(of(at(86), at(86))).toBeCloseTo(of(at(100)), 9);
  });
  it("is a level that ranking can hold, 0 without a use, today and in thirty years", () => {
    expect(habitLevel(undefined)).toBe(0);
    expect(habitLevel(of(at(0)))).toBe(1);
    const [now, later] = [habitLevel(of(Date.UTC(2026, 5, 1))), habitLevel(of(Date.UTC(2056, 5, 1)))];
    expect(now).toBeGreaterThan(1);
    expect(later).toBeGreaterThan(now);
    expect(later).toBeLessThan(habitLevels);
  });
});

describe("habits", () => {
  it("are known by card, the latest of each kind of target", () => {
    const habits = new Habits();
    const habit = (cardId: string, kind: string, uses: number) => ({
      cardId,
      kind,
      uses,
      lastAt: 0,
      score: 0,
    });
    expect(habits.of("a")).toEqual([]);
    expect([...habits.take([habit("a", "clip", 1), habit("b", "clip", 1), habit("a", "bus", 2)])]).toEqual([
      "a",
      "b",
    ]);
    habits.take([habit("a", "clip", 5)]);
    expect(habits.of("a").map(({ kind, uses }) => [kind, uses])).toEqual([
      ["bus", 2],
      ["clip", 5],
    ]);
  });
});
