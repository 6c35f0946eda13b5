import { describe, expect, it } from "vitest";
import { byPosition } from "@/core/library/order";
import { randomFrom } from "../../../demo/random";
import { lastPlace, placesAmong } from "./places";

interface Row {
  id: string;
  position: string;
}

/** Carries out what `placeAmong` says, as a command does. */
function put(rows: Row[], id: string, at: number): number {
  const siblings = rows.filter((row) => row.id !== id).sort(byPosition);
  const { positions, others } = placesAmong(siblings, at);
  const [position] = positions;
  for (const row of siblings) row.position = others.get(row.id) ?? row.position;
  rows.splice(0, rows.length, ...siblings, { id, position });
  return others.size;
}

const order = (rows: Row[]) => [...rows].sort(byPosition).map(({ id }) => id);

describe("places among siblings", () => {
  it("follow a plain list through any moves, and of most moves write one row", () => {
    const draw = randomFrom(14);
    const rows: Row[] = [];
    const model: string[] = [];
    let written = 0;
    for (let step = 0; step < 2000; step++) {
      const isNew = rows.length < 5 || draw() < 0.1;
      const id = isNew ? `row ${step}` : model[Math.floor(draw() * model.length)];
      if (!isNew) model.splice(model.indexOf(id), 1);
      const at = Math.floor(draw() * (model.length + 1));
      model.splice(at, 0, id);
      written += put(rows, id, at);
      expect(order(rows)).toEqual(model);
    }
    expect(written).toBe(0);
  });

  it("have room again where rows were put between the same two a thousand times", () => {
    const rows: Row[] = [];
    for (const [i, id] of ["first", "last"].entries()) put(rows, id, i);
    const model = ["first", "last"];
    for (let step = 0; step < 1000; step++) {
      const at = step % 2 === 0 ? 1 : 2;
      put(rows, `row ${step}`, at);
      model.splice(at, 0, `row ${step}`);
    }
    expect(order(rows)).toEqual(model);
    expect(Math.max(...rows.map(({ position }) => position.length))).toBeLessThanOrEqual(120);
  });

  it("are found between rows that have the same place", () => {
    const rows = ["a", "b", "c", "d"].map((id) => ({ id, position: id === "d" ? "a1" : "a0" }));
    put(rows, "new", 2);
    expect(order(rows)).toEqual(["a", "b", "new", "c", "d"]);
  });

  it("are given to several at once, in their order, also where siblings must make room", () => {
    for (const position of ["a0", "a0V".padEnd(125, "V")]) {
      const siblings = ["a", "b", "c"].map((id, i) => ({ id, position: i < 2 ? position : "a1" }));
      const { positions, others } = placesAmong(siblings, 1, 3);
      const rows = [
        ...siblings.map(({ id, position: before }) => ({ id, position: others.get(id) ?? before })),
        ...positions.map((place, i) => ({ id: `new ${i}`, position: place })),
      ];
      expect(order(rows)).toEqual(["a", "new 0", "new 1", "new 2", "b", "c"]);
      expect(Math.max(...positions.map(({ length }) => length))).toBeLessThanOrEqual(130);
    }
  });

  it("after the last one need no other", () => expect(lastPlace([{ position: "a0" }])).toBe("a1"));
});
