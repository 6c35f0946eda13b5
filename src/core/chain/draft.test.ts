import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  apart,
  byOrigin,
  doubled,
  draftChain,
  emptyDraft,
  gathered,
  readDraft,
  shifted,
  switched,
  without,
  writeDraft,
  type Draft,
} from "./draft";
import { longestChain, type Chain } from "./model";

const of = (...effects: string[]): Chain => ({
  medium: "audio",
  settings: effects.map((effect) => ({ effect, values: { gain: 1 }, on: true, mix: 100 })),
});
const said = (draft: Draft) =>
  draft.parts.map(({ setting, of }) => `${of}/${setting.effect}${setting.on ? "" : "!"}`).join(" ");
const three = gathered(gathered(emptyDraft("audio"), "Wind off", of("a", "b"))!, "Gate", of("c"))!;

describe("a draft chain", () => {
  // Worked by hand.
  it("grows at its end, and is moved, doubled, switched and shortened at a place", () => {
    expect(said(three)).toBe("Wind off/a Wind off/b Gate/c");
    expect(said(shifted(three, 2, -1))).toBe("Wind off/a Gate/c Wind off/b");
    expect(said(shifted(three, 0, 1))).toBe("Wind off/b Wind off/a Gate/c");
    expect(said(doubled(three, 1))).toBe("Wind off/a Wind off/b Wind off/b Gate/c");
    expect(said(switched(three, 1))).toBe("Wind off/a Wind off/b! Gate/c");
    expect(said(without(three, 0))).toBe("Wind off/b Gate/c");
    expect(draftChain(three)).toEqual(of("a", "b", "c"));
  });

  it("stays as it is at its ends, and no longer than a chain can be", () => {
    expect(shifted(three, 0, -1)).toBe(three);
    expect(shifted(three, 2, 1)).toBe(three);
    const full = gathered(emptyDraft("audio"), "x", of(...Array<string>(longestChain).fill("a")))!;
    expect(full.parts).toHaveLength(longestChain);
    expect(gathered(full, "x", of("a"))).toBeNull();
    expect(doubled(full, 0)).toBe(full);
  });

  it("two moves or switches there and back are none", () => {
    const places = fc.nat(2);
    fc.assert(
      fc.property(places, fc.constantFrom<1 | -1>(1, -1), (at, by) => {
        expect(switched(switched(three, at), at)).toEqual(three);
        const there = shifted(three, at, by);
        if (there !== three) expect(shifted(there, at + by, by === 1 ? -1 : 1)).toEqual(three);
        expect(without(doubled(three, at), at)).toEqual(three);
      }),
    );
  });

  it("is taken apart into chains of one, named by the card, and by the effect as well where a card gave several", () => {
    const names = (draft: Draft) => apart(draft, (id) => id.toUpperCase()).map(({ name }) => name);
    expect(names(three)).toEqual(["Wind off: A", "Wind off: B", "Gate"]);
    expect(apart(three, (id) => id)[2].chain).toEqual(of("c"));
    // What is off does nothing on a return.
    expect(names(switched(three, 2))).toEqual(["Wind off: A", "Wind off: B"]);
  });

  it("is parted into what came together, as far as it still follows each other", () => {
    const draft = gathered(gathered(three, "Room", of("d", "e"), "card-1")!, "Room", of("f"), "card-2")!;
    const said = (one: Draft) =>
      byOrigin(one).map(
        ({ name, cardId, chain }) =>
          `${name} ${cardId ?? "–"} ${chain.settings.map(({ effect }) => effect).join("")}`,
      );
    expect(said(draft)).toEqual(["Wind off – ab", "Gate – c", "Room card-1 de", "Room card-2 f"]);
    // What was put between them parts them.
    expect(said(shifted(draft, 2, -1))).toEqual([
      "Wind off – a",
      "Gate – c",
      "Wind off – b",
      "Room card-1 de",
      "Room card-2 f",
    ]);
    expect(readDraft(writeDraft(draft))).toEqual(draft);
  });

  it("is read as it was written, with effects that nobody knows here; and what is no draft is none", () => {
    const draft = switched(gathered(three, "From elsewhere", of("audio.unheard-of"))!, 1);
    expect(readDraft(writeDraft(draft))).toEqual(draft);
    for (const text of ["", "{", "null", "[]", '{"medium":"smell","settings":[]}', '{"medium":"audio"}'])
      expect(readDraft(text)).toBeNull();
    // Names that somebody else wrote, or none.
    expect(said(readDraft(JSON.stringify({ ...of("a", "b"), of: ["x", 7] }))!)).toBe("x/a b/b");
    expect(readDraft(JSON.stringify(of(...Array<string>(longestChain + 1).fill("a"))))).toBeNull();
  });
});
