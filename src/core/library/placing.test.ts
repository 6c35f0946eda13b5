import { describe, expect, it } from "vitest";
import { mostPlaced } from "./entities";
import { placedPast } from "./placing";

describe("an order by hand", () => {
  const order = ["a", "b", "c", "d", "e"];
  const past = (moving: string, by: 1 | -1, placed: string[] = []) =>
    placedPast(order, placed, new Set(moving), by)?.join("") ?? null;
  it("places all down to what was moved", () => {
    expect(past("c", -1)).toBe("ac");
    expect(past("b", 1)).toBe("acb");
    expect(past("ce", -1)).toBe("ace");
    expect(past("bd", 1)).toBe("acebd");
  });
  it("keeps what was placed before", () => {
    expect(past("b", -1, ["a", "b", "c", "d"])).toBe("bacd");
    // What is not held any more is forgotten.
    expect(past("b", -1, ["x", "a", "b"])).toBe("ba");
  });
  it("ends at either end, and where nothing is moved", () => {
    expect([past("a", -1), past("e", 1), past("", 1), past("x", 1)]).toEqual([null, null, null, null]);
  });
  it("is for the first few hundred", () => {
    const many = Array.from({ length: mostPlaced + 2 }, (_, i) => String(i));
    expect(placedPast(many, [], new Set([String(mostPlaced)]), -1)).toHaveLength(mostPlaced);
    expect(placedPast(many, [], new Set([String(mostPlaced + 1)]), -1)).toBeNull();
  });
});
