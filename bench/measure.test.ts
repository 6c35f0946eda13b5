import { describe, expect, it } from "vitest";
import { cheapest, costOf, inTurn, ratio, sayCost, type Way } from "./measure";

/** A way that costs what the list says, run by run. */
const listed = (runs: readonly number[], idle?: readonly number[]): Way => {
  const [own, before] = [[...runs], idle && [...idle]];
  return {
    run: async () => own.shift(),
    ...(before && { idle: async () => before.shift() }),
  };
};

describe("costs", () => {
  it("are differences of runs that follow each other, without the round that warms up", async () => {
    // A machine that gets slower and slower: only what is done in turn tells the difference of 10.
    const [cost, other] = await inTurn(
      [listed([500, 110, 210, 310, 410, 510], [0, 100, 200, 300, 400, 500]), listed([9, 1, 2, 3, 4, 5])],
      5,
    );
    expect(cost).toEqual({ least: 10, median: 10, spread: 0 });
    expect(other).toMatchObject({ least: 1, median: 3 });
  });
  it("are none where something is not installed", async () => {
    expect(await inTurn([{ run: async () => undefined }], 2)).toEqual([undefined]);
    expect(sayCost(undefined)).toBe("not installed");
  });
  it("tell how far apart runs usually are", () => {
    expect(costOf([1, 2, 3, 4, 100])).toEqual({ least: 1, median: 3, spread: 1 });
  });
});

describe("a ratio", () => {
  const cost = (median: number, spread: number) => ({ least: median, median, spread });
  it("says how many times faster one is", () => {
    expect(ratio(cost(100, 2), cost(250, 5))).toBe("2.50 ×");
    expect(ratio(cost(250, 5), cost(100, 2))).toBe("0.40 ×");
  });
  it("is not given where noise hides it", () => {
    // Two that cannot be told apart, one that cannot be told from nothing, one that came out below nothing.
    expect(ratio(cost(100, 10), cost(105, 10))).toBe("within noise");
    expect(ratio(cost(100, 2), cost(3, 2))).toBe("within noise");
    expect(ratio(cost(-4, 1), cost(100, 2))).toBe("within noise");
    expect(ratio(cost(100, 2), undefined)).toBe("–");
  });
  it("is against the cheapest that is installed", () => {
    expect(cheapest([undefined, cost(5, 1), cost(3, 1), undefined])).toEqual(cost(3, 1));
    expect(cheapest([undefined])).toBeUndefined();
  });
});
