import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inks } from "./entities";
import { givenTo, namesTyped } from "./new-lists";

const list = (name: string, mark: string, ink: (typeof inks)[number] = "verdigris") => ({ name, mark, ink });

describe("new favourites lists", () => {
  it("are given letters of their names that are free, and inks in turn", () => {
    const given = givenTo(
      ["Wind", "Sea", "Wood", "Saws"],
      [list("Favourites", "F"), list("Sky", "S", "indigo")],
    );
    expect(given.map(({ mark }) => mark)).toEqual(["W", "E", "O", "A"]);
    expect(given.map(({ ink }) => ink)).toEqual(["plum", "ochre", "moss", "sepia"]);
  });

  it("have marks each of its own as long as there are any, and inks used alike", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 12 }), { maxLength: 36 }), (names) => {
        const given = givenTo(names, []);
        const marks = given.map(({ mark }) => mark).filter(Boolean);
        expect(new Set(marks).size).toBe(marks.length);
        for (const mark of marks) expect(mark).toMatch(/^[\p{L}\p{N}]$/u);
        const uses = inks.map((ink) => given.filter((one) => one.ink === ink).length);
        expect(Math.max(...uses) - Math.min(...uses)).toBeLessThanOrEqual(1);
      }),
    );
  });

  it("are typed with commas between", () => {
    expect(namesTyped(" Wind ,Sea,, wind, Two  words")).toEqual(["Wind", "Sea", "Two words"]);
    expect(namesTyped(" , ")).toEqual([]);
  });
});
