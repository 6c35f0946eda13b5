import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asTheyAre, renamedAll } from "./renaming";

const namesBy = (names: readonly string[], by: Partial<typeof asTheyAre>) =>
  renamedAll(names, { ...asTheyAre, ...by }).map(({ name }) => name);

describe("names made out of names", () => {
  it("have a text exchanged wherever it stands, in any letter case and as it is written", () => {
    expect(namesBy(["Fog near, FOG far", "Sea"], { find: "fog", put: "Mist" })).toEqual([
      "Mist near, Mist far",
      "Sea",
    ]);
    expect(namesBy(["a.b a+b $&"], { find: "a.b", put: "$&" })).toEqual(["$& a+b $&"]);
    expect(namesBy(["Ärger"], { find: "ä", put: "A" })).toEqual(["Arger"]);
  });
  it("take the form that is given, with what they were and a number", () => {
    expect(namesBy(["Wind", "Rain"], { form: "Reel 3, {nn}: {name} {n}" })).toEqual([
      "Reel 3, 01: Wind 1",
      "Reel 3, 02: Rain 2",
    ]);
    expect(namesBy(["{n}"], { form: "{name}{other}" })).toEqual(["{n}{other}"]);
  });
  it("are told to be none or too long", () => {
    const [none, long, good] = renamedAll(["fog", `fog${"x".repeat(90)}`, "fog a"], {
      find: "fog",
      put: "",
      form: "{name}{name}{name}",
    });
    expect([none.problem, long.problem, good]).toEqual([
      "no name is left",
      "more than 200 characters",
      { name: "a a a", problem: null },
    ]);
  });
  it("stay as they are where nothing is asked for", () =>
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 40 })), (names) => {
        const kept = renamedAll(names, asTheyAre);
        expect(kept).toHaveLength(names.length);
        for (const [i, { name }] of kept.entries())
          expect(name).toBe(names[i].normalize("NFC").replace(/\s+/gu, " ").trim());
      }),
    ));
});
