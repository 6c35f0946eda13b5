import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aGainChain, aHead, aTarget } from "../../../testing/library";
import { chainText, fingerprint } from "../chain/fingerprint";
import { exceptionAfter, exceptionsOf as exceptionsAmong, isTouched, othersOf, seriesOf } from "./series";

/** Targets by card and gain: `a1` has the card a and a gain of 1, `-1` no card. */
const targets = (...of: string[]) =>
  of.map((text, i) =>
    aTarget({
      id: `t${i}`,
      cardId: text[0] === "-" ? null : text[0],
      chain: aGainChain(Number(text[1])),
      strength: text[2] === undefined ? 100 : Number(text[2]),
    }),
  );

const exceptionsOf = (all: ReturnType<typeof targets>) => exceptionsAmong(all, new Map());

/** The card a, which is kept with a gain. */
const kept = (gain: number, contentVersion = 1) =>
  new Map([["a", aHead({ contentVersion, fingerprint: fingerprint(chainText(aGainChain(gain))) })]]);

describe("a series", () => {
  it("is what has the same card, and its exceptions are those that are not as most of it are", () => {
    const all = targets("a1", "a1", "b3", "a2", "-9", "a1", "b3", "b34", "-8");
    expect(seriesOf(all, all[0]).map(({ id }) => id)).toEqual(["t0", "t1", "t3", "t5"]);
    expect(seriesOf(all, all[4])).toEqual([]);
    // Another chain, or another strength.
    expect(exceptionsOf(all)).toEqual(["t3", "t7"]);
  });

  it("of two that differ, the second is the exception; one alone has none, nor has what has no card", () => {
    expect(exceptionsOf(targets("a1", "a2"))).toEqual(["t1"]);
    expect(exceptionsOf(targets("a1", "b2", "-3", "-4"))).toEqual([]);
  });

  it("has no exception in what has the card as it is kept, whatever the others are like", () => {
    const all = targets("a7", "a7", "a7", "a1").map((one) => ({ ...one, cardVersion: 1 }));
    expect(exceptionsAmong(all, kept(1))).toEqual([]);
    // Of as many, the card as it is kept is the usual one, wherever it stands.
    expect(exceptionsAmong(all.slice(2), kept(1))).toEqual(["t2"]);
    // With another strength it is not as it was put on.
    const weaker = all.map((one, i) => (i === 3 ? { ...one, strength: 60 } : one));
    expect(exceptionsAmong(weaker, kept(1))).toEqual(["t3"]);
  });

  it("says of what has an earlier content of its card nothing but how most are", () => {
    const all = targets("a7", "a7", "a1").map((one) => ({ ...one, cardVersion: 1 }));
    expect(exceptionsAmong(all, kept(1, 2))).toEqual(["t2"]);
    expect(isTouched(all[0], kept(1, 2).get("a")!)).toBeNull();
    expect(isTouched(all[0], kept(1).get("a")!)).toBe(true);
    expect(isTouched(all[2], kept(1).get("a")!)).toBe(false);
  });

  it("is gone through from exception to exception, and round again", () => {
    const all = targets("a1", "a2", "a1", "a3", "a1");
    const exceptions = exceptionsOf(all);
    const after = (id: string | null) => exceptionAfter(all, exceptions, id);
    expect([after(null), after("t0"), after("t1"), after("t2"), after("t3"), after("t4")]).toEqual([
      "t1",
      "t1",
      "t3",
      "t3",
      "t1",
      "t1",
    ]);
    expect(exceptionAfter(targets("a1", "a1"), [], "t0")).toBeNull();
    expect(exceptionAfter(all, ["t1"], "t1")).toBeNull();
  });

  it("takes over a touch-up where it is like most, and leaves its exceptions alone", () => {
    const all = targets("a1", "a1", "a7", "a1", "b1", "a5");
    // t5 was touched up; t2 is an exception of its own; t4 has another card.
    expect(othersOf(all, all[5])).toEqual(["t0", "t1", "t3"]);
    expect(othersOf(all, all[0])).toEqual([]);
    expect(othersOf(targets("a1", "b1"), targets("a1")[0])).toEqual([]);
  });

  it("has no more exceptions than others, and after a touch-up was carried over that one is none", () => {
    const some = fc.array(fc.constantFrom("a1", "a2", "a3", "b1", "-1"), { minLength: 1, maxLength: 14 });
    fc.assert(
      fc.property(some, fc.nat(), (texts, pick) => {
        const all = targets(...texts);
        const exceptions = exceptionsOf(all);
        for (const card of ["a", "b"]) {
          const series = all.filter(({ cardId }) => cardId === card);
          const odd = series.filter(({ id }) => exceptions.includes(id));
          if (series.length > 0) expect(odd.length).toBeLessThan(series.length);
        }
        const from = all[pick % all.length];
        const others = othersOf(all, from);
        const next = all.map((one) =>
          others.includes(one.id) ? { ...one, chain: from.chain, strength: from.strength } : one,
        );
        if (others.length > 0) expect(exceptionsOf(next)).not.toContain(from.id);
      }),
    );
  });
});
