import { describe, expect, it } from "vitest";
import type { RowChange } from "./change";
import { describeChange, touchedBy, type NameOf } from "./describe-change";

const names: Record<string, string> = {
  c1: "Slip room",
  f1: "Rooms",
  f2: "Halls",
  t1: "Take 1",
  b1: "Ambience",
};
const nameOf: NameOf = (_entity, id) => names[id];
const update = (entity: string, id: string, set: object): RowChange =>
  ({ kind: "update", entity, id, set }) as never;
const chain = (cutoff: number) => ({
  medium: "audio",
  settings: [{ effect: "audio.high-pass", values: { cutoff, slope: "12" }, on: true, mix: 100 }],
});

describe("what a change did", () => {
  it.each<[string, RowChange[], RowChange[], string[]]>([
    [
      "a name",
      [update("card", "c1", { name: "Slip room", fingerprint: "x", version: 2 })],
      [update("card", "c1", { name: "Room" })],
      ["card “Slip room”: name “Room” → “Slip room”"],
    ],
    [
      "another folder, by its name",
      [update("card", "c1", { folderId: "f2" })],
      [update("card", "c1", { folderId: "f1" })],
      ["card “Slip room”: filed in “Rooms” → “Halls”"],
    ],
    [
      "out of all folders",
      [update("card", "c1", { folderId: null })],
      [update("card", "c1", { folderId: "gone" })],
      ["card “Slip room”: filed in a folder that is gone → no folder"],
    ],
    [
      "which value of which setting",
      [update("target", "t1", { chain: chain(120) })],
      [update("target", "t1", { chain: chain(80) })],
      ["target “Take 1”: High-pass: Cutoff 80 Hz → 120 Hz"],
    ],
    [
      "yes and no, lists and numbers",
      [update("target", "t1", { muted: true, strength: 60, feedsId: "b1", sends: [{ to: "b1", level: 0 }] })],
      [update("target", "t1", { muted: false, strength: 100, feedsId: null, sends: [] })],
      [
        "target “Take 1”: muted no → yes",
        "target “Take 1”: strength (%) 100 → 60",
        "target “Take 1”: feeds nothing → “Ambience”",
        "target “Take 1”: sends none → 1",
      ],
    ],
    [
      "a place in a list",
      [update("folder", "f1", { position: "a5" })],
      [update("folder", "f1", { position: "a1" })],
      ["folder “Rooms”: moved in its list"],
    ],
    [
      "only what follows by itself",
      [update("card", "c1", { version: 3, fingerprint: "y" })],
      [update("card", "c1", { fingerprint: "x" })],
      [],
    ],
    [
      "what came",
      [{ kind: "insert", entity: "alias", row: { id: "a1", text: "sr", cardId: "c1" } } as never],
      [{ kind: "delete", entity: "alias", id: "a1" }],
      ["alias “sr” for card “Slip room” added"],
    ],
    [
      "what went, by the name it had",
      [{ kind: "delete", entity: "folder", id: "f9" }],
      [{ kind: "insert", entity: "folder", row: { id: "f9", name: "Gone" } } as never],
      ["folder “Gone” removed"],
    ],
    [
      "rows that nobody knows any more",
      [update("card", "c9", { note: "x" })],
      [update("card", "c9", { note: "" })],
      ["a card: note “” → “x”"],
    ],
  ])("%s", (_, forward, backward, lines) => expect(describeChange(forward, backward, nameOf)).toEqual(lines));

  it("steps are undone in the other order, so each meets its own", () =>
    expect(
      describeChange(
        [update("card", "c1", { name: "B" }), update("folder", "f1", { name: "D" })],
        [update("folder", "f1", { name: "C" }), update("card", "c1", { name: "A" })],
        nameOf,
      ),
    ).toEqual(["card “Slip room”: name “A” → “B”", "folder “Rooms”: name “C” → “D”"]));
});

describe("what a change is about", () => {
  it("is the rows that it changed, and those that they named before or name since", () => {
    const forward = [
      {
        kind: "update",
        entity: "card",
        id: "card",
        set: { folderId: "to", tagIds: ["new", "kept"], note: "x" },
      },
      {
        kind: "insert",
        entity: "alias",
        row: { id: "alias", cardId: "other", searchId: null, text: "folder" },
      },
      { kind: "delete", entity: "folder", id: "gone" },
    ] as unknown as RowChange[];
    const backward = [
      { kind: "insert", entity: "folder", row: { id: "gone", parentId: "above", name: "Gone" } },
      { kind: "delete", entity: "alias", id: "alias" },
      { kind: "update", entity: "card", id: "card", set: { folderId: "from", tagIds: ["kept"], note: "y" } },
    ] as unknown as RowChange[];
    expect(touchedBy(forward, backward).sort()).toEqual(
      ["card", "to", "from", "new", "kept", "alias", "other", "gone", "above"].sort(),
    );
  });
  it("is noted of so many rows at most", () => {
    const many = Array.from(
      { length: 30_000 },
      (_, i) => ({ kind: "update", entity: "card", id: `${i}`, set: { withdrawn: true } }) as RowChange,
    );
    expect(touchedBy(many, [])).toHaveLength(20_000);
  });
});
