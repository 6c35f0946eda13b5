import { describe, expect, it } from "vitest";
import { aCard, aGainChain, aHead } from "../../../testing/library";
import { combination, isBareCharacter, keyProblem, reservedKeys, type KeyPress } from "../keys/combination";
import { applyRowChanges, emptyReplica } from "./change";
import type { Folder } from "./entities";
import { childrenOf, pathOf, pathsOf, treeRows, rowsWithin, resolvePath } from "./tree";
import { cleanName, parsePath } from "../text/names";
import { may, roles } from "./roles";
import { similarity, suggestFolder } from "./suggest";
import { countTargets } from "./words";

const folder = (id: string, parentId: string | null, name: string, position = "a0"): Folder => ({
  id,
  parentId,
  name,
  position,
  sign: "",
  pictureOf: null,
  fits: [],
  version: 1,
});
const folders = new Map(
  [
    folder("n", null, "Narration", "a1"),
    folder("r", "n", "Rooms", "a1"),
    folder("p", "n", "Repair", "a0"),
    folder("s", null, "Sea", "a0"),
  ].map((f) => [f.id, f]),
);
const card = (id: string) => aCard({ id, name: id });

it("says where several rows lie, without those that lie nowhere or are gone", () => {
  expect(pathsOf(folders, ["r", null, "gone", "s"])).toBe(`${pathOf(folders, "r")} · Sea`);
  expect(pathsOf(folders, [null])).toBe("");
});

describe("folders", () => {
  it("lists them in their order, each before what lies in it", () =>
    expect(treeRows(folders).map((r) => [r.row.id, r.depth])).toEqual([
      ["s", 0],
      ["n", 0],
      ["p", 1],
      ["r", 1],
    ]));
  it("orders siblings by place, then id", () =>
    expect(
      childrenOf(new Map([folder("b", null, "B"), folder("a", null, "A")].map((f) => [f.id, f])), null).map(
        (f) => f.id,
      ),
    ).toEqual(["a", "b"]));
  it("knows a path and finds it again, whatever its case", () => {
    expect(pathOf(folders, "r")).toBe("Narration / Rooms");
    expect(resolvePath(folders, ["narration", "ROOMS"])).toEqual({ id: "r", missing: [] });
    expect(resolvePath(folders, ["Narration", "Halls", "Small"])).toEqual({
      id: "n",
      missing: ["Halls", "Small"],
    });
  });
  it("holds what is below", () => expect(rowsWithin(folders, "n")).toEqual(new Set(["n", "r", "p"])));
  it("ends in spite of a loop in the data", () =>
    expect(pathOf(new Map([folder("a", "b", "A"), folder("b", "a", "B")].map((f) => [f.id, f])), "a")).toBe(
      "B / A",
    ));
});

describe("names", () => {
  it.each([
    ["  a \u0000 b\n", "a b"],
    ["e\u0301", "é"],
    ["\ud800x", "\ufffdx"],
    ["עברית", "עברית"],
  ])("cleans %j", (name, clean) => expect(cleanName(name)).toBe(clean));
  it("reads a typed path", () => expect(parsePath(" / Narration /Rooms// ")).toEqual(["Narration", "Rooms"]));
});

describe("suggesting a folder", () => {
  const content = (...effects: string[]) => ({ medium: "audio" as const, effects });
  it("takes the one with the most similar cards", () => {
    const cards = [
      aHead({ id: "a", folderId: "r", effects: ["audio.high-pass", "audio.plate"] }),
      aHead({ id: "b", folderId: "s", effects: ["audio.gain", "audio.delay"] }),
      aHead({ id: "c", folderId: "s", effects: ["audio.high-pass"] }),
    ];
    expect(suggestFolder(cards, content("audio.high-pass", "audio.plate"))).toBe("r");
    expect(suggestFolder(cards, content("audio.low-pass"))).toBeNull();
    expect(similarity(content("a", "a", "b"), content("a", "b", "c"))).toBe(0.5);
    expect(similarity(content("a"), { medium: "image", effects: ["a"] })).toBe(0);
  });
  it("says nothing for withdrawn or unfiled ones", () => {
    const alike = { effects: ["audio.plate"] };
    const cards = [
      aHead({ id: "a", folderId: "r", withdrawn: true, ...alike }),
      aHead({ id: "b", folderId: null, ...alike }),
    ];
    expect(suggestFolder(cards, content("audio.plate"))).toBeNull();
  });
});

describe("a client's copy", () => {
  it("follows changes and leaves what is not touched", () => {
    const first = applyRowChanges(emptyReplica(), [
      { kind: "insert", entity: "card", row: card("x") },
      { kind: "insert", entity: "folder", row: folders.get("n")! },
    ]);
    const second = applyRowChanges(first, [
      { kind: "update", entity: "card", id: "x", set: { name: "new", version: 2 } },
    ]);
    expect(second.card.get("x")).toMatchObject({ name: "new", version: 2, note: "" });
    expect(first.card.get("x")!.name).toBe("x");
    expect(second.folder).toBe(first.folder);
    expect(applyRowChanges(second, [{ kind: "delete", entity: "card", id: "x" }]).card.size).toBe(0);
  });
  it("keeps the effects of a chain, and not the chain", () => {
    const chain = aGainChain(3, 6);
    const first = applyRowChanges(emptyReplica(), [
      { kind: "insert", entity: "card", row: aCard({ id: "x", chain }) },
    ]);
    expect(first.card.get("x")).toEqual(aHead({ id: "x", effects: ["audio.gain", "audio.gain"] }));
    const second = applyRowChanges(first, [
      { kind: "update", entity: "card", id: "x", set: { chain: aGainChain(1), contentVersion: 2 } },
    ]);
    expect(second.card.get("x")).toEqual(aHead({ id: "x", effects: ["audio.gain"], contentVersion: 2 }));
  });
});

describe("keys", () => {
  const press = (key: string, held: Partial<KeyPress> = {}): KeyPress => ({
    key,
    ctrlKey: false,
    altKey: false,
    shiftKey: false,
    metaKey: false,
    ...held,
  });
  it.each([
    [press("k"), "k"],
    [press("K", { shiftKey: true }), "Shift+k"],
    [press("?", { shiftKey: true }), "?"],
    [press(" "), "Space"],
    [press("z", { ctrlKey: true }), "Ctrl+z"],
    [press("z", { metaKey: true }), "Ctrl+z"],
    [press("Z", { ctrlKey: true, shiftKey: true }), "Ctrl+Shift+z"],
    [press("ArrowUp", { shiftKey: true }), "Shift+ArrowUp"],
    [press("1", { altKey: true }), "Alt+1"],
  ])("%#: %o is %s", (given, expected) => expect(combination(given)).toBe(expected));
  it("tells bare characters", () =>
    expect(
      [press("k"), press(" "), press("Enter"), press("k", { altKey: true })].map(isBareCharacter),
    ).toEqual([true, false, false, false]));
  it("keeps the bench's own keys", () => {
    for (const key of reservedKeys) expect(keyProblem(key)).toBe("reserved");
    expect([keyProblem("1"), keyProblem("ß"), keyProblem(""), keyProblem("ab"), keyProblem(" ")]).toEqual([
      null,
      null,
      "not-one-character",
      "not-one-character",
      "not-one-character",
    ]);
  });
});

describe("roles", () => {
  it("give each more than the next", () => {
    const rights = ["read", "own", "bench", "keep", "curate", "govern"] as const;
    expect(roles.map((role) => rights.filter((r) => may(role, r)).length)).toEqual([6, 5, 4, 2]);
  });
});

it("counts targets in words", () => {
  expect(countTargets([{ kind: "clip", name: "Take 4" }])).toBe("“Take 4”");
  expect(
    countTargets([
      { kind: "clip", name: "a" },
      { kind: "clip", name: "b" },
    ]),
  ).toBe("2 clips");
  expect(
    countTargets([
      { kind: "clip", name: "a" },
      { kind: "bus", name: "b" },
    ]),
  ).toBe("2 targets");
});
