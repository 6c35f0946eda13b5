import { describe, expect, it } from "vitest";
import type { CardHead, Folder } from "@/core/library/entities";
import { aFolder, aHead, aList, aTag } from "../../../testing/library";
import { dropOf, type Dragged } from "./drops";
import type { Place } from "@/core/library/shelf";

const folder = (id: string, name: string, parentId: string | null): [string, Folder] => [
  id,
  aFolder({ id, name, parentId }),
];
const library = {
  folder: new Map([
    folder("w", "Weather", null),
    folder("r", "Rain, sleet", "w"),
    folder("b", "Boats", null),
  ]),
  tag: new Map([
    ["wet", aTag({ id: "wet" })],
    ["rain", aTag({ id: "rain", parentId: "wet" })],
  ]),
  favouritesList: new Map([
    ["mine", aList({ id: "mine" })],
    ["ours", aList({ id: "ours", ownerId: null })],
  ]),
  favourite: new Map([
    ["f", { id: "f", ownerId: "m", listId: "mine", cardId: "marked", position: "a0", version: 1 }],
  ]),
};
const card = (id: string, more: Partial<CardHead> = {}) => aHead({ id, folderId: null, ...more });
const cards = (...all: CardHead[]): Dragged => ({ kind: "cards", cards: all });
const dragged = (id: string): Dragged => ({ kind: "folder", folder: library.folder.get(id)! });
const into = (id: string): Place => ({ kind: "folder", id });

describe("cards dropped onto the index", () => {
  it("are filed there, by the folder's id", () =>
    expect(dropOf(cards(card("1"), card("2")), into("r"), library, "editor")).toEqual([
      "move-cards",
      { cardIds: ["1", "2"], folderId: "r" },
    ]));
  it("lose their folder on Unfiled", () =>
    expect(dropOf(cards(card("1", { folderId: "w" })), { kind: "unfiled" }, library, "editor")).toEqual([
      "move-cards",
      { cardIds: ["1"], folderId: null },
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
  it("come on a list, also supplied ones; on one's own by those who may only look, not on the team's", () => {
    const supplied = card("1", { layer: "supplied" });
    const list = (id: string): Place => ({ kind: "list", id });
    expect(dropOf(cards(supplied), list("mine"), library, "viewer")).toEqual([
      "mark-cards",
      { listId: "mine", cardIds: ["1"], on: true },
    ]);
    expect(dropOf(cards(card("marked"), card("2")), list("ours"), library, "editor")).toEqual([
      "mark-team-cards",
      { listId: "ours", cardIds: ["marked", "2"], on: true },
    ]);
    expect(dropOf(cards(card("marked")), list("mine"), library, "editor")).toBeNull();
    expect(dropOf(cards(card("1")), list("ours"), library, "viewer")).toBeNull();
    expect(dropOf(cards(card("1")), list("gone"), library, "owner")).toBeNull();
  });
  it("get a tag, unless all of them have it or one that implies it", () => {
    const tag: Place = { kind: "tag", id: "wet" };
    const soaked = card("1", { tagIds: ["rain"] });
    expect(dropOf(cards(soaked, card("2")), tag, library, "editor")).toEqual([
      "tag-cards",
      { cardIds: ["1", "2"], tagId: "wet", on: true },
    ]);
    expect(dropOf(cards(soaked), tag, library, "editor")).toBeNull();
    expect(dropOf(cards(card("2")), tag, library, "viewer")).toBeNull();
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
    expect(dropOf(dragged("b"), { kind: "list", id: "mine" }, library, "curator")).toBeNull();
    expect(dropOf(dragged("b"), { kind: "withdrawn" }, library, "curator")).toBeNull();
    expect(dropOf(dragged("b"), into("w"), library, "editor")).toBeNull();
  });
});
