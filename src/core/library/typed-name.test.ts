import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { asKept, asTyped, readKeptName, readTypedName } from "./typed-name";

const branch = (id: string, name: string, parentId: string | null = null) => ({
  id,
  name,
  parentId,
  position: id,
});
const rows = new Map(
  [
    branch("a", "Narration"),
    branch("b", "Rooms", "a"),
    branch("c", "Room tones", "a"),
    branch("d", "Music"),
    branch("e", "Strings spaces", "d"),
    branch("f", "Élan"),
  ].map((row) => [row.id, row]),
);
const read = (typed: string) => {
  const { name, folder } = readTypedName(rows, typed);
  return [name, folder?.join(" / ") ?? null];
};

describe("a name that is typed with its folder", () => {
  it("is only a name without a stroke", () => {
    expect(read("  Small  hall ")).toEqual(["Small hall", null]);
    expect(read("")).toEqual(["", null]);
  });

  it("makes a folder where none answers", () => {
    expect(read("Brass spaces/Small hall")).toEqual(["Small hall", "Brass spaces"]);
    expect(read("music / Brass / Small hall")).toEqual(["Small hall", "Music / Brass"]);
    expect(read("New / Narration / x")).toEqual(["x", "New / Narration"]);
  });

  it("completes to a folder that exists before a new one is made, at whatever depth", () => {
    expect(read("narr/x")).toEqual(["x", "Narration"]);
    expect(read("str/x")).toEqual(["x", "Music / Strings spaces"]);
    expect(read("strings spaces/x")).toEqual(["x", "Music / Strings spaces"]);
    expect(read("elan/x")).toEqual(["x", "Élan"]);
    expect(read("n/x")).toEqual(["x", "Narration"]);
    // Of a name that is whole, others that begin so do not matter.
    expect(read("na/rooms/x")).toEqual(["x", "Narration / Rooms"]);
    // Two begin so: neither is meant.
    expect(read("na/ro/x")).toEqual(["x", "Narration / ro"]);
    expect(read("roo/x")).toEqual(["x", "roo"]);
  });

  it("is meant letter by letter with a stroke before all of it", () => {
    expect(read("/Str/x")).toEqual(["x", "Str"]);
    expect(read("/narration/Ro/x")).toEqual(["x", "Narration / Ro"]);
    expect(read("/x")).toEqual(["x", ""]);
  });

  it("has strokes of its own written twice", () => {
    expect(read("Left//right")).toEqual(["Left/right", null]);
    expect(read("music/Left//right")).toEqual(["Left/right", "Music"]);
  });

  it("of any letters comes back as it was typed for it", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z/][a-z/ ]*[a-z]$/), (text) => {
        const name = text.replace(/\s+/g, " ");
        const back = readTypedName(rows, asTyped(name));
        expect(back).toEqual({ name, folder: null });
      }),
    );
  });
});

describe("a name that is typed with its alias", () => {
  const kept = (typed: string) => {
    const { name, folder, alias } = readKeptName(rows, typed);
    return [name, folder?.join(" / ") ?? null, alias];
  };

  it("has what stands behind the last sign, with a folder before it or without", () => {
    expect(kept("Wet planks = wp")).toEqual(["Wet planks", null, "wp"]);
    expect(kept("str / Wet planks=wp ")).toEqual(["Wet planks", "Music / Strings spaces", "wp"]);
    expect(kept("Wet planks")).toEqual(["Wet planks", null, null]);
    expect(kept("a / b = and/or")).toEqual(["b", "a", "and/or"]);
  });

  it("has none while nothing is typed behind the sign, and signs of its own written twice", () => {
    expect(kept("Wet planks = ")).toEqual(["Wet planks", null, null]);
    expect(kept("Left == right")).toEqual(["Left = right", null, null]);
    expect(kept("Left==right = lr==")).toEqual(["Left=right", null, "lr="]);
  });

  it("of any letters comes back as it was typed for it", () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z=/][a-z=/ ]*[a-z]$/), (text) => {
        const name = text.replace(/\s+/g, " ");
        expect(readKeptName(rows, asKept(name))).toEqual({ name, folder: null, alias: null });
        expect(readKeptName(rows, `${asKept(name)}=xy`)).toEqual({ name, folder: null, alias: "xy" });
      }),
    );
  });
});
