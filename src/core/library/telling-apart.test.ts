import { describe, expect, it } from "vitest";
import { beginTelling, sayTelling, told, trials, type Telling } from "./telling-apart";

describe("telling two apart", () => {
  /** What chance gives, one after another. */
  const chances = (...given: number[]) => {
    let at = 0;
    return () => given[at++ % given.length];
  };
  const all = (answer: (hidden: 0 | 1, trial: number) => 0 | 1, random: () => number): Telling => {
    let telling = beginTelling(random);
    for (let i = 0; telling.hidden !== null; i++) telling = told(telling, answer(telling.hidden, i), random);
    return telling;
  };
  const random = chances(0.1, 0.9, 0.7, 0.2, 0.4, 0.6, 0.3);

  it("takes so many trials and then no more", () => {
    const done = all((hidden) => hidden, random);
    expect(done.right).toHaveLength(trials);
    expect(told(done, 0, random)).toBe(done);
  });

  it("says how many were right, and how often guessing does as well", () => {
    expect(sayTelling(all((hidden) => hidden, random))).toBe(
      "10 of 10 right. Who only guesses does as well in less than 0.1 % of such runs.",
    );
    const wrong = (hidden: 0 | 1): 0 | 1 => (hidden === 0 ? 1 : 0);
    expect(sayTelling(all((hidden, i) => (i < 1 ? wrong(hidden) : hidden), random))).toBe(
      "9 of 10 right. Who only guesses does as well in 1 % of such runs.",
    );
    expect(sayTelling(all((hidden, i) => (i < 2 ? wrong(hidden) : hidden), random))).toContain(
      "in 5 % of such runs",
    );
    expect(sayTelling(all(wrong, random))).toContain("in 100 % of such runs");
  });

  it("draws either as often, whatever was answered", () => {
    let seed = 7;
    const even = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    let firsts = 0;
    let telling = beginTelling(even);
    for (let i = 0; i < 4000; i++) {
      firsts += telling.hidden === 0 ? 1 : 0;
      telling = told({ ...telling, right: [] }, telling.hidden!, even);
    }
    // Five standard deviations of a fair draw are 158.
    expect(Math.abs(firsts - 2000)).toBeLessThan(158);
  });
});
