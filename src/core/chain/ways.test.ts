import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Chain } from "./model";
import { placedAt, putOn, wayIds, waysFor, type WayId } from "./ways";

const of = (...effects: string[]): Chain => ({
  medium: "audio",
  settings: effects.map((effect) => ({ effect, values: {}, on: true, mix: 100 })),
});
const said = (chain: Chain) => chain.settings.map(({ effect }) => effect).join(" ");

describe("ways to apply", () => {
  // Worked by hand.
  it.each([
    ["replace", undefined, "x b"],
    ["after", undefined, "a b c x b"],
    ["before", undefined, "x b a b c"],
    ["at", 0, "x b a b c"],
    ["at", 2, "a b x b c"],
    ["at", 3, "a b c x b"],
    ["at", 64, "a b c x b"],
    ["missing", undefined, "a b c x"],
    // What is heard on the target that is made for it: a return is behind the chain, a copy has only the card.
    ["return", undefined, "a b c x b"],
    ["parallel", undefined, "x b"],
  ] as const)("%s %s", (way, at, expected) => {
    expect(said(putOn(of("a", "b", "c"), of("x", "b"), way, at))).toBe(expected);
  });

  it("on nothing, all give the card; and of a card that is there already, what is missing is nothing", () => {
    for (const way of wayIds) expect(putOn(of(), of("x", "y", "x"), way, 0)).toEqual(of("x", "y", "x"));
    expect(putOn(of("y", "x"), of("x", "y", "x"), "missing")).toEqual(of("y", "x"));
  });

  it("hold the card's settings in its order and the target's in theirs, and nothing else", () => {
    const names = fc.array(fc.constantFrom("a", "b", "c", "d"), { maxLength: 6 });
    const isWithin = (some: readonly unknown[], all: readonly unknown[]) => {
      let at = 0;
      for (const one of all) if (at < some.length && some[at] === one) at++;
      return at === some.length;
    };
    fc.assert(
      fc.property(names, names, fc.constantFrom(...wayIds), fc.nat(8), (own, card, way, at) => {
        const [target, put] = [of(...own), of(...card)];
        const { settings } = putOn(target, put, way, at);
        const added =
          way === "missing"
            ? put.settings.filter(({ effect }) => !(own as string[]).includes(effect))
            : put.settings;
        const kept = way === "replace" || way === "parallel" ? [] : target.settings;
        expect(settings).toHaveLength(added.length + kept.length);
        expect([isWithin(added, settings), isWithin(kept, settings)]).toEqual([true, true]);
      }),
    );
  });

  it("ask for a place only where one is chosen, and go to the end without", () => {
    const placed = (way: WayId, at: number | null) => placedAt(way, at);
    expect(placed("at", 2)).toEqual({ how: "at", at: 2 });
    expect(placed("at", null)).toEqual({ how: "after" });
    expect(placed("before", 2)).toEqual({ how: "before" });
  });

  it("beside what is selected are only where things are mixed", () => {
    expect(waysFor("audio")).toEqual(wayIds);
    expect(waysFor("image")).toEqual(["replace", "after", "before", "at", "missing"]);
  });
});
