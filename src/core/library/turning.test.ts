import { describe, expect, it } from "vitest";
import { aFolder, aHead } from "../../../testing/library";
import { foldersOf } from "./filing";
import { turned } from "./turning";

const folders = new Map(
  [
    aFolder({ id: "top", name: "Island", position: "a0" }),
    aFolder({ id: "sea", name: "Sea", parentId: "top", position: "a1" }),
    aFolder({ id: "fog", name: "Fog", parentId: "sea", position: "a0" }),
    aFolder({ id: "empty", name: "Empty", parentId: "sea", position: "a1" }),
    aFolder({ id: "yard", name: "Yard", parentId: "top", position: "a0" }),
  ].map((row) => [row.id, row]),
);
const cards = [
  aHead({ id: "1", folderId: "sea" }),
  aHead({ id: "2", folderId: "fog", alsoIn: ["sea", "yard"] }),
  aHead({ id: "3", folderId: "yard" }),
  aHead({ id: "4", folderId: "fog", withdrawn: true }),
  aHead({ id: "5", folderId: null }),
];

describe("a tree turned into the other kind", () => {
  it("begins with the branch itself, each with what lies in it and no deeper", () =>
    expect(turned(folders, "sea", cards, foldersOf)).toEqual([
      { path: "Sea", cardIds: ["1", "2"] },
      { path: "Sea / Fog", cardIds: ["2"] },
    ]));
  it("is whole from the top, in the order of the tree", () =>
    expect(turned(folders, "top", cards, foldersOf).map(({ path }) => path)).toEqual([
      "Island / Yard",
      "Island / Sea",
      "Island / Sea / Fog",
    ]));
  it("is nothing where no card lies", () => expect(turned(folders, "empty", cards, foldersOf)).toEqual([]));
});
