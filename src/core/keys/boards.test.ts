import { describe, expect, it } from "vitest";
import { combination, isPad, keyProblem, keyText, numberKey, reservedKeys } from "./combination";
import {
  boardIds,
  boardLike,
  boards,
  padBanks,
  padsInBank,
  padsOf,
  placeOfKeys,
  planeIds,
  planeOf,
} from "./boards";
import { printed } from "./printed";

const press = (key: string, location = 0, more = {}) => ({
  key,
  location,
  ctrlKey: false,
  altKey: false,
  shiftKey: false,
  metaKey: false,
  ...more,
});

describe("keyboards", () => {
  it.each(boardIds)("%s has each place once, and prints each character by one key", (id) => {
    const keys = boards[id].rows.flatMap((row) => row.keys);
    expect(new Set(keys.map(({ code }) => code)).size).toBe(keys.length);
    const plain = keys.map((key) => key.plain);
    expect(new Set(plain).size).toBe(plain.length);
    // Every letter of the alphabet, and Shift makes its capital of it.
    for (const letter of "abcdefghijklmnopqrstuvwxyz")
      expect(keys.find((key) => key.plain === letter)?.shift).toBe(letter.toUpperCase());
    for (const digit of "0123456789")
      expect(keys.some((key) => key.plain === digit || key.shift === digit)).toBe(true);
  });

  // Source: UI Events KeyboardEvent code Values (W3C), figure of the US and of an international keyboard.
  it.each([
    ["us", "KeyY", "y"],
    ["us", "Semicolon", ";"],
    ["gb", "IntlBackslash", "\\"],
    ["de", "KeyY", "z"],
    ["de", "KeyZ", "y"],
    ["de", "BracketLeft", "ü"],
    ["fr", "KeyQ", "a"],
    ["fr", "Digit2", "é"],
    ["fr", "Semicolon", "m"],
  ] as const)("on %s the key %s prints %s", (id, code, plain) => {
    expect(boards[id].rows.flatMap(({ keys }) => keys).find((key) => key.code === code)?.plain).toBe(plain);
  });

  it("is told by what a browser says of it", () => {
    for (const id of boardIds)
      expect(
        boardLike(
          new Map(boards[id].rows.flatMap(({ keys }) => keys.map(({ code, plain }) => [code, plain]))),
        ),
      ).toBe(id);
    expect(boardLike(new Map())).toBe("us");
  });

  it("find every key of the bench, and every key that can be bound, where it is drawn", () => {
    for (const id of boardIds) {
      // A bracket wants a third level on some keyboards, which is not drawn.
      const undrawn = reservedKeys.filter((key) => placeOfKeys(key, id) === null);
      expect(undrawn.filter((key) => !"[]{}".includes(key))).toEqual([]);
      for (const plane of planeIds)
        for (const { cells } of planeOf(plane, id))
          for (const { keys } of cells) for (const one of keys) expect(placeOfKeys(one, id)).not.toBeNull();
    }
    expect(placeOfKeys("!", "us")).toEqual({ plane: "shift", row: 0, at: 1 });
    expect(placeOfKeys("Shift+k", "de")).toEqual({ plane: "shift", row: 2, at: 7 });
    expect(placeOfKeys("Num5", "us")).toEqual({ plane: "numbers", row: 2, at: 1 });
    expect(placeOfKeys("PadC16", "us")).toEqual({ plane: "C", row: 3, at: 3 });
    expect(placeOfKeys("Enter", "us")).toBeNull();
  });
});

describe("keys of the numeric pad, and pads", () => {
  it("count as their own, and only there", () => {
    expect(numberKey(press("7", 3))).toBe("Num7");
    expect(numberKey(press("+", 3))).toBe("Num+");
    expect([
      numberKey(press("7")),
      numberKey(press("Enter", 3)),
      numberKey(press("7", 3, { altKey: true })),
    ]).toEqual([null, null, null]);
    // A press of one is by itself what it prints.
    expect(combination(press("7", 3))).toBe("7");
  });

  it("can be bound, however they are written, though what they print may be the bench's", () => {
    for (const bank of padBanks) {
      expect(padsOf(bank)).toHaveLength(padsInBank);
      expect(padsOf(bank).map(keyProblem)).toEqual(padsOf(bank).map(() => null));
    }
    expect([keyText("num7"), keyText("NUM+"), keyText("pada12"), keyText("K")]).toEqual([
      "Num7",
      "Num+",
      "PadA12",
      "k",
    ]);
    expect([keyProblem("Num+"), keyProblem("+")]).toEqual([null, "reserved"]);
    for (const none of ["PadA0", "PadA17", "PadE1", "Num", "NumA", "Num77"])
      expect([none, isPad(none), keyProblem(none)]).toEqual([none, false, "not-one-character"]);
    expect([printed("Num+", "other"), printed("PadB3", "apple"), printed("Num7", "other")]).toEqual([
      "Num +",
      "Pad B3",
      "Num 7",
    ]);
  });
});
