import { describe, expect, it } from "vitest";
import {
  emptySelection,
  extendTo,
  followOrder,
  selectAll,
  selectOnly,
  selectThese,
  step,
  toggle,
  type SelectionState,
} from "./selection";

const rows = ["a", "b", "c", "d", "e"];
const on = (...ids: string[]): SelectionState => ({
  ...followOrder(emptySelection, rows),
  ids: new Set(ids),
  lead: ids[0],
  anchor: ids[0],
});
const shown = ({ ids, lead }: SelectionState) => `${[...ids].sort().join("")} ${lead ?? "-"}`;

describe("a list that is made anew", () => {
  it("of the same rows in the same order leaves the state as it is, the very same", () => {
    const before = on("b", "c");
    expect(followOrder(before, [...rows])).toBe(before);
    expect(followOrder(before, [...rows].reverse())).not.toBe(before);
    expect(shown(followOrder(before, ["c", ...rows.slice(3)]))).toBe("c c");
  });
});

describe("rows that are named", () => {
  it("are selected in their order, the first leads; those that are not there are left out", () => {
    const now = selectThese(on("a"), ["d", "gone", "b"]);
    expect([...now.ids, now.lead, now.anchor]).toEqual(["d", "b", "d", "d"]);
  });
  it("change nothing where none of them is there", () => {
    const before = on("a", "c");
    expect(selectThese(before, ["gone"])).toBe(before);
    expect(selectThese(before, [])).toBe(before);
  });
});

describe("rows that come, go and move", () => {
  it("a list that gets rows leads with the first", () =>
    expect(shown(followOrder(emptySelection, rows))).toBe("a a"));
  it("an empty list leads with nothing", () => expect(shown(followOrder(on("b"), []))).toBe(" -"));
  it("the one selected without a touch stays selected when it moves", () =>
    expect(shown(followOrder(followOrder(emptySelection, rows), ["b", "a", "c", "d", "e"]))).toBe("a a"));
  it("the row below takes the place of a leading one that goes", () =>
    expect(shown(followOrder(on("b"), ["a", "c", "d", "e"]))).toBe("c c"));
  it("at the end the row above does", () =>
    expect(shown(followOrder(on("e"), ["a", "b", "c", "d"]))).toBe("d d"));
  it("of several the others stay", () =>
    expect(shown(followOrder(on("b", "d"), ["a", "c", "d", "e"]))).toBe("d d"));
  it("rows that come change nothing", () =>
    expect(shown(followOrder(on("b", "c"), [...rows, "f"]))).toBe("bc b"));
  it("rows that are all new lead with the first", () =>
    expect(shown(followOrder(on("b"), ["x", "y"]))).toBe("x x"));
  it("the same order is the same state", () => {
    const state = on("b");
    expect(followOrder(state, state.order)).toBe(state);
  });
});

describe("choosing", () => {
  it("steps and stays at the ends", () => {
    expect(shown(step(on("a"), -1, false))).toBe("a a");
    expect(shown(step(on("a"), 1, false))).toBe("b b");
    expect(shown(step(on("e"), 1, false))).toBe("e e");
    expect(shown(step(emptySelection, 1, false))).toBe(" -");
  });
  it("extends from where it began, down and back up past it", () => {
    let state = selectOnly(on("a"), "c");
    state = step(state, 1, true);
    state = step(state, 1, true);
    expect(shown(state)).toBe("cde e");
    expect(shown(extendTo(state, "b"))).toBe("bc b");
  });
  it("adds and takes away single rows, never the last", () => {
    expect(shown(toggle(on("a"), "c"))).toBe("ac c");
    expect(shown(toggle(on("a", "c"), "a"))).toBe("c c");
    expect(shown(toggle(on("a"), "a"))).toBe("a a");
  });
  it("takes all and keeps the lead", () => expect(shown(selectAll(on("c")))).toBe("abcde c"));
});
