import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { listMove } from "./list-navigation";
import { keyboardOf, printed } from "./printed";

describe("keys as they are printed", () => {
  it.each([
    ["k", "K", "K"],
    ["+", "+", "+"],
    ["Ctrl++", "Ctrl++", "⌘+"],
    ["?", "?", "?"],
    ["Ctrl+Shift+z", "Ctrl+Shift+Z", "⇧⌘Z"],
    ["Alt+ArrowUp", "Alt+↑", "⌥↑"],
    ["Alt+Shift+b", "Alt+Shift+B", "⌥⇧B"],
    ["Shift+Delete", "Shift+Del", "⇧⌦"],
    ["Backspace", "Backspace", "⌫"],
    ["Escape", "Esc", "esc"],
    ["Alt+PageDown", "Alt+PgDn", "⌥⇟"],
    ["F2", "F2", "F2"],
    ["Space", "Space", "space"],
    // There is no single capital of it.
    ["ß", "ß", "ß"],
  ])("%s is %s, and %s on Apple's", (keys, other, apple) => {
    expect(printed(keys, "other")).toBe(other);
    expect(printed(keys, "apple")).toBe(apple);
  });
  it.each([
    ["MacIntel", "apple"],
    ["iPhone", "apple"],
    ["Linux x86_64", "other"],
    ["Win32", "other"],
    ["", "other"],
  ])("“%s” has the keyboard %s", (platform, keyboard) => expect(keyboardOf(platform)).toBe(keyboard));
});

// Source: ARIA Authoring Practices Guide, patterns Listbox (optional range selection) and Grid.
describe("keys in a list", () => {
  it.each([
    ["ArrowDown", 2, 3],
    ["ArrowUp", 2, 1],
    ["ArrowUp", 0, 0],
    ["ArrowDown", 9, 9],
    ["ArrowDown", -1, 0],
    ["ArrowUp", -1, 9],
    ["Home", 5, 0],
    ["End", 5, 9],
    ["PageDown", 1, 5],
    ["PageUp", 8, 4],
    ["PageUp", 1, 0],
  ])("%s leads from %i to %i of ten", (keys, at, to) =>
    expect(listMove(keys, { at, count: 10, page: 4, many: true })).toEqual({ to, extend: false }),
  );
  it("Shift takes rows along and Ctrl+A takes all, where several can be chosen", () => {
    expect(listMove("Shift+ArrowDown", { at: 2, count: 10, many: true })).toEqual({ to: 3, extend: true });
    expect(listMove("Shift+End", { at: 2, count: 10, many: true })).toEqual({ to: 9, extend: true });
    expect(listMove("Ctrl+a", { at: 2, count: 10, many: true })).toBe("all");
    expect(listMove("Shift+ArrowDown", { at: 2, count: 10 })).toBeNull();
    expect(listMove("Ctrl+a", { at: 2, count: 10 })).toBeNull();
  });
  it("goes by ten rows where nobody says how many a page holds", () => {
    expect(listMove("PageDown", { at: 2, count: 50 })).toEqual({ to: 12, extend: false });
    expect(listMove("PageUp", { at: 30, count: 50 })).toEqual({ to: 20, extend: false });
  });
  it("leaves Home and End to the text where the list belongs to a field", () => {
    for (const keys of ["Home", "End"]) {
      expect(listMove(keys, { at: 2, count: 10, typed: true })).toBeNull();
      expect(listMove(keys, { at: 2, count: 10 })).not.toBeNull();
    }
    expect(listMove("PageDown", { at: 2, count: 10, page: 3, typed: true })).toEqual({
      to: 5,
      extend: false,
    });
    // As in the pattern Combobox: up from the text leads to the last, down to the first.
    expect(listMove("ArrowUp", { at: -1, count: 10, typed: true })).toEqual({ to: 9, extend: false });
    expect(listMove("ArrowDown", { at: -1, count: 10, typed: true })).toEqual({ to: 0, extend: false });
  });
  it("leaves all other keys alone", () => {
    for (const keys of ["Alt+ArrowUp", "Ctrl+Home", "a", "Enter", "Space", "ArrowLeft", "toString"])
      expect(listMove(keys, { at: 2, count: 10, many: true })).toBeNull();
  });
  it("never leads out of the list", () =>
    fc.assert(
      fc.property(
        fc.constantFrom("ArrowDown", "ArrowUp", "PageDown", "PageUp", "Home", "End", "Shift+PageUp"),
        fc.integer({ min: 1, max: 50 }),
        fc.nat(49),
        fc.integer({ min: 1, max: 30 }),
        (keys, count, at, page) => {
          const move = listMove(keys, { at: Math.min(at, count - 1), count, page, many: true });
          return move !== null && move !== "all" && move.to >= 0 && move.to < count;
        },
      ),
    ));
});
