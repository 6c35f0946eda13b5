import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aHead } from "../../../testing/library";
import { filed, fullestFolders, lettersFor, pileOf, present, stepped, topOf, unfiled } from "./desk";

describe("letters of folders", () => {
  it.each([
    [
      ["Rooms", "Repair", "Rain"],
      ["r", "e", "a"],
    ],
    [
      ["Foghorn and sea", "Fog", "Far"],
      ["f", "o", "a"],
    ],
    [
      ["Island outdoors", "Island"],
      ["i", "s"],
    ],
    [
      ["Überall", "ÅÄÖ"],
      ["u", "a"],
    ],
    [
      ["2 k", "42", "!!"],
      ["k", "a", "b"],
    ],
  ])("of %j", (names, letters) => expect(lettersFor(names)).toEqual(letters));
  it("are letters, differ, and stay as they are when one more is opened", () => {
    fc.assert(
      fc.property(fc.array(fc.string(), { maxLength: 26 }), (names) => {
        const letters = lettersFor(names);
        expect(letters.join("")).toMatch(/^[a-z]*$/);
        expect(new Set(letters).size).toBe(names.length);
        expect(lettersFor(names.slice(0, -1))).toEqual(letters.slice(0, Math.max(0, names.length - 1)));
      }),
    );
  });
});

it("the fullest folders are those of members' own cards in use", () => {
  const cards = [
    aHead({ folderId: "one" }),
    aHead({ folderId: "two" }),
    aHead({ folderId: "two" }),
    ...[1, 2, 3].map(() => aHead({ folderId: "three", layer: "supplied" })),
    ...[1, 2, 3].map(() => aHead({ folderId: "four", withdrawn: true })),
    aHead({ folderId: null }),
  ];
  const sound = new Set(["audio"] as const);
  expect(fullestFolders(cards, 5, sound)).toEqual(["two", "one"]);
  expect(fullestFolders(cards, 1, sound)).toEqual(["two"]);
  // Those of the pile's own media come first, then what is fullest.
  const films = [1, 2, 3, 4].map(() => aHead({ folderId: "film", medium: "video" }));
  const stills = [1, 2, 3].map(() => aHead({ folderId: "stills", medium: "image" }));
  const all = [...cards, ...stills, ...films];
  expect(fullestFolders(all, 5, sound)).toEqual(["two", "one", "film", "stills"]);
  expect(fullestFolders(all, 2, new Set(["video", "image"] as const))).toEqual(["film", "stills"]);
});

describe("a pile", () => {
  it("brings the next card when one is filed, and back the one that was", () => {
    let pile = pileOf(["a", "b", "c"]);
    pile = filed(pile, "a");
    expect(topOf(pile)).toBe("b");
    pile = stepped(pile, 1);
    pile = filed(pile, "c");
    expect([topOf(pile), pile.left]).toEqual([undefined, ["b"]]);
    pile = unfiled(pile);
    expect([topOf(pile), pile.left]).toEqual(["c", ["b", "c"]]);
    pile = unfiled(pile);
    expect([topOf(pile), pile.left]).toEqual(["a", ["a", "b", "c"]]);
    expect(unfiled(pile)).toBe(pile);
  });
  it("gives back the very card whose filing was refused, though others were filed since", () => {
    const pile = filed(filed(pileOf(["a", "b", "c"]), "a"), "b");
    expect(unfiled(pile, "a")).toEqual({ left: ["a", "c"], at: 0, done: [{ id: "b", at: 0 }] });
  });
  it("loses no card and holds none twice, whatever is done", () => {
    const all = ["a", "b", "c", "d", "e"];
    const step = fc.oneof(
      fc.constantFrom(...all).map((id) => (pile: ReturnType<typeof pileOf>) => filed(pile, id)),
      fc.constant((pile: ReturnType<typeof pileOf>) => unfiled(pile)),
      fc
        .constantFrom(1 as const, -1 as const)
        .map((by) => (pile: ReturnType<typeof pileOf>) => stepped(pile, by)),
    );
    fc.assert(
      fc.property(fc.array(step), fc.subarray(all), (steps, there) => {
        let pile = pileOf(all);
        for (const one of steps) {
          pile = one(pile);
          expect([...pile.left, ...pile.done.map(({ id }) => id)].toSorted()).toEqual(all);
          expect(pile.at >= 0 && pile.at <= pile.left.length).toBe(true);
        }
        const left = present(pile, (id) => there.includes(id));
        expect(left.left).toEqual(pile.left.filter((id) => there.includes(id)));
        const top = topOf(pile);
        if (top !== undefined && there.includes(top)) expect(topOf(left)).toBe(top);
      }),
    );
  });
});
