import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { guessing } from "./binomial";

describe("guessing", () => {
  // Counted by hand from Pascal's triangle: of 2ⁿ ways, those with so many right or more.
  it.each([
    [0, 10, 1],
    [10, 10, 1 / 1024],
    [9, 10, 11 / 1024],
    [8, 10, 56 / 1024],
    [5, 10, 638 / 1024],
    [12, 16, 2517 / 65_536],
    [4, 5, 6 / 32],
    [1, 1, 0.5],
  ])("%i of %i right or more has the chance %d", (right, trials, chance) =>
    expect(guessing(right, trials)).toBeCloseTo(chance, 14),
  );
  it("is what comes of counting all ways there are", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.nat(12), (trials, wanted) => {
        const right = Math.min(trials, wanted);
        let ways = 0;
        for (let bits = 0; bits < 2 ** trials; bits++) {
          let ones = 0;
          for (let rest = bits; rest > 0; rest >>= 1) ones += rest & 1;
          if (ones >= right) ways++;
        }
        expect(guessing(right, trials)).toBeCloseTo(ways / 2 ** trials, 12);
      }),
    );
  });
});
