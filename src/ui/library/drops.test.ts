import { describe, expect, it } from "vitest";
import type { CardHead, Folder } from "@/core/library/entities";
import { dropOf, type Dragged } from "./drops";
import type { Place } from "@/core/library/shelf";

const folder = (id: string, name: string, parentId: string | null): [string, Folder] => [
  id,
  { id, name, parentId, position: "a0", version: 1 } as Folder,
];
const library = {
  folder: new Map([
    folder("w", "Weather", null),
    folder("r", "Rain, sleet", "w"),
    folder("b", "Boats", null),
  ]),
  favourite: new Map([["f", { id: "f", ownerId: "m", cardId: "marked", position: "a0", version: 1 }]]),
};
const card = (id: string, more: Partial<CardHead> = {}) =>
  ({ id, folderId: null, withdrawn: false, layer: "team", ...more }) as CardHead;
const cards = (...all: CardHead[]): Dragged => ({ kind: "cards", cards: all });
const dragged = (id: string): Dragged => ({ kind: "folder", folder: library.folder.get(id)! });
const into = (id: string): Place => ({ kind: "folder", id });

describe("cards dropped onto the index", () => {
  it("are filed by the folder's path", () =>
    expect(dropOf(cards(card("1"), card("2")), into("r"), library, "editor")).toEqual([
      "move-cards",
      { cardIds: ["1", "2"], path: "Weather / Rain, sleet" },
    ]));
  it("lose their folder on Unfiled", () =>
    expect(dropOf(cards(card("1", { folderId: "w" })), { kind: "unfiled" }, library, "editor")).toEqual([
      "move-cards",
      { cardIds: ["1"], path: "" },
    ]));
  it("stay where all of them are already, and on the whole library", () => {
    const there = card("1", { folderId: "w" });
    expect(dropOf(cards(there), into("w"), library, "editor")).toBeNull();
    expect(dropOf(cards(there, card("2")), into("w"), library, "editor")).not.toBeNull();
    expect(dropOf(cards(there), { kind: "all" }, library, "editor")).toBeNull();
  });
  it("are withdrawn", () => {
    expect(dropOf(cards(card("1")), { kind: "withdrawn" }, library, "editor")).toEqual([
      "withdraw-cards",
      { cardIds: ["1"], withdrawn: true },
    ]);
    expect(
      dropOf(cards(card("1", { withdrawn: true })), { kind: "withdrawn" }, library, "editor"),
    ).toBeNull();
  });
  it("become favourites one at a time, also supplied ones and by those who may only look", () => {
    const supplied = card("1", { layer: "supplied" });
    expect(dropOf(cards(supplied), { kind: "favourites" }, library, "viewer")).toEqual([
      "mark-favourite",
      { cardId: "1", on: true },
    ]);
    expect(dropOf(cards(card("marked")), { kind: "favourites" }, library, "editor")).toBeNull();
    expect(dropOf(cards(card("1"), card("2")), { kind: "favourites" }, library, "editor")).toBeNull();
  });
  it("do not move where one is supplied, nor for those who may only look", () => {
    expect(
      dropOf(cards(card("1"), card("2", { layer: "supplied" })), into("w"), library, "editor"),
    ).toBeNull();
    expect(dropOf(cards(card("1")), into("w"), library, "viewer")).toBeNull();
  });
});

describe("a folder dropped onto the index", () => {
  it("goes into another one, and to the top on the whole library", () => {
    expect(dropOf(dragged("b"), into("r"), library, "curator")).toEqual([
      "move-folder",
      { folderId: "b", parentId: "r" },
    ]);
    expect(dropOf(dragged("r"), { kind: "all" }, library, "curator")).toEqual([
      "move-folder",
      { folderId: "r", parentId: null },
    ]);
  });
  it("does not go into itself or what it holds, nor where it is", () => {
    expect(dropOf(dragged("w"), into("w"), library, "curator")).toBeNull();
    expect(dropOf(dragged("w"), into("r"), library, "curator")).toBeNull();
    expect(dropOf(dragged("r"), into("w"), library, "curator")).toBeNull();
    expect(dropOf(dragged("w"), { kind: "all" }, library, "curator")).toBeNull();
  });
  it("goes nowhere else, and by nobody else", () => {
    expect(dropOf(dragged("b"), { kind: "favourites" }, library, "curator")).toBeNull();
    expect(dropOf(dragged("b"), { kind: "withdrawn" }, library, "curator")).toBeNull();
    expect(dropOf(dragged("b"), into("w"), library, "editor")).toBeNull();
  });
});
