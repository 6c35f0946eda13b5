import fc from "fast-check";
import { expect, it } from "vitest";
import { inOrder, type RowsBy } from "./table-order";

const uses: Record<string, number> = { a: 3, b: 1, c: 3, d: 0 };
const by: RowsBy = { isOwn: false, byName: () => ["a", "b", "c", "d", "e"], of: (_, id) => uses[id] };
const own = { ...by, isOwn: true };

it("rows stay as they came where no column was chosen, by name or by hand", () => {
  expect(inOrder(["d", "a"], null, by)).toEqual(["d", "a"]);
  expect(inOrder(["d", "a"], null, own)).toEqual(["d", "a"]);
});

it("by a column they go up or down, and those that tie stay by name going up", () => {
  expect(inOrder(["a", "b", "c", "d"], { by: "uses", desc: false }, by)).toEqual(["d", "b", "a", "c"]);
  expect(inOrder(["a", "b", "c", "d"], { by: "uses", desc: true }, by)).toEqual(["c", "a", "b", "d"]);
});

it("by name are those that came in another order, and only they", () => {
  expect(inOrder(["d", "a", "c"], { by: "name", desc: false }, own)).toEqual(["a", "c", "d"]);
  expect(inOrder(["d", "a", "c"], { by: "name", desc: true }, own)).toEqual(["d", "c", "a"]);
  expect(inOrder(["a", "c"], { by: "name", desc: true }, by)).toEqual(["c", "a"]);
});

it("whatever the figures, each row is there once, and none comes before a smaller one", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 30 }),
      fc.boolean(),
      (figures, desc) => {
        const ids = figures.map((_, i) => `${i}`);
        const rows = inOrder(ids, { by: "x", desc }, { ...by, of: (_, id) => figures[Number(id)] });
        expect([...rows].sort()).toEqual([...ids].sort());
        const sorted = rows.map((id) => figures[Number(id)]);
        if (desc) sorted.reverse();
        expect(sorted).toEqual([...figures].sort((a, b) => a - b));
      },
    ),
  );
});
