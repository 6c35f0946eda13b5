import { describe, expect, it } from "vitest";
import { dropBefore, movedTo } from "./drop";

const order = ["a", "b", "c", "d", "e"];

describe("dropping", () => {
  it.each([
    ["a", ["a"], "c", "d"],
    ["d", ["d"], "b", "b"],
    ["a", ["a"], "e", null],
    ["e", ["e"], "a", "a"],
    // Several move together, wherever one of them is taken hold of.
    ["b", ["a", "b"], "d", "e"],
    ["d", ["b", "d"], "c", "c"],
    ["d", ["c", "d"], "c", "e"],
    ["a", ["a", "d"], "d", "e"],
  ])("%s, with %j, onto %s comes before %s", (dragged, moving, over, before) =>
    expect(dropBefore(order, new Set(moving), dragged, over)).toBe(before),
  );
  it("onto itself stays where it is", () => expect(dropBefore(order, new Set(["c"]), "c", "c")).toBe("d"));
  it.each([
    [0, 3, "bcdae"],
    [3, 0, "dabce"],
    [2, 2, "abcde"],
    [4, 0, "eabcd"],
  ])("the one at %i is at %i afterwards", (from, to, expected) =>
    expect(movedTo(order, from, to).join("")).toBe(expected),
  );
});
