import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { FormatFault } from "../chain/fault";
import { boundOn } from "./bindings";
import type { KeyBinding } from "./entities";
import { readKeys, resolveKeys, writeKeys } from "./key-file";

const binding = (key: string, given: Partial<KeyBinding>): KeyBinding => ({
  id: `${key}${given.medium ?? ""}`,
  version: 1,
  ownerId: "me",
  key,
  medium: null,
  cardId: null,
  searchId: null,
  folderId: null,
  routineId: null,
  ...given,
});
const room = binding("1", { cardId: "room", medium: "audio" });
const fog = binding("1", { cardId: "fog", medium: "image" });
const click = binding("Num9", { routineId: "click" });

describe("what a key means", () => {
  it("on a medium comes before what it means anywhere", () => {
    const any = binding("1", { searchId: "all" });
    const on = (medium: "audio" | "image" | undefined, all: readonly KeyBinding[]) =>
      boundOn(all, medium).get("1")?.id;
    for (const all of [
      [room, fog, any],
      [any, fog, room],
    ])
      expect([on("audio", all), on("image", all), on(undefined, all)]).toEqual(["1audio", "1image", "1"]);
    expect(on("audio", [fog])).toBeUndefined();
  });
});

describe("keys as a file", () => {
  const names: Record<string, string | null> = { "1audio": "Small room", "1image": null, Num9: "Click out" };
  const text = writeKeys([click, room, fog], ({ id }) => names[id] ?? null);

  it("come back as they went out, without what was out of use", () => {
    expect(readKeys(text)).toEqual([
      { key: "1", medium: "audio", means: "cardId", id: "room", name: "Small room" },
      { key: "Num9", medium: null, means: "routineId", id: "click", name: "Click out" },
    ]);
  });

  it("are found by what they name, or in another library by its name where there is one of it", () => {
    const here = resolveKeys(
      readKeys(text),
      () => true,
      () => [],
    );
    expect([here.found.map(({ id }) => id), here.missing]).toEqual([["room", "click"], []]);
    const named = (name: string) => (name === "Click out" ? ["other"] : ["one", "two"]);
    const there = resolveKeys(
      readKeys(text),
      () => false,
      (_, name) => named(name),
    );
    expect(there.found).toEqual([{ key: "Num9", medium: null, field: "routineId", id: "other" }]);
    expect(there.missing.map(({ name }) => name)).toEqual(["Small room"]);
  });

  it.each<[string, unknown]>([
    ["line 1", "no json"],
    ["fichierKeys", []],
    ["fichierKeys", { fichierKeys: 2, keys: [] }],
    ["keys", { fichierKeys: 1, keys: {} }],
    ["keys", { fichierKeys: 1, keys: Array.from({ length: 401 }, () => ({})) }],
    ["keys[0]", { fichierKeys: 1, keys: [null] }],
    ["keys[0].key", { fichierKeys: 1, keys: [{ key: "k", means: "cardId", id: "x", name: "x" }] }],
    [
      "keys[0].medium",
      { fichierKeys: 1, keys: [{ key: "1", medium: "smell", means: "cardId", id: "x", name: "x" }] },
    ],
    ["keys[0].means", { fichierKeys: 1, keys: [{ key: "1", means: "toString", id: "x", name: "x" }] }],
    ["keys[0]", { fichierKeys: 1, keys: [{ key: "1", means: "cardId", id: 3, name: "x" }] }],
  ])("say where they are wrong: %s", (where, value) => {
    const file = typeof value === "string" ? value : JSON.stringify(value);
    expect(() => readKeys(file)).toThrow(FormatFault);
    expect(() => readKeys(file)).toThrow(expect.objectContaining({ where }) as Error);
  });

  it("are read, or refused with a place, whatever the file holds; what is read goes out as it came", () => {
    const line = fc.record(
      {
        key: fc.oneof(fc.constantFrom("1", "7", "Num3", "PadA1", "é"), fc.string({ unit: "binary" })),
        medium: fc.oneof(fc.constantFrom("audio", "image", "video", null), fc.jsonValue()),
        means: fc.oneof(fc.constantFrom("cardId", "searchId", "folderId", "routineId"), fc.string()),
        id: fc.oneof(fc.string({ unit: "binary" }), fc.jsonValue()),
        name: fc.oneof(fc.string({ unit: "binary" }), fc.jsonValue()),
      },
      { requiredKeys: [] },
    );
    const file = fc.oneof(
      fc.record({
        fichierKeys: fc.constantFrom(1, 1, 1, "1"),
        keys: fc.array(fc.oneof(line, fc.jsonValue())),
      }),
      fc.jsonValue({ maxDepth: 4 }),
    );
    fc.assert(
      fc.property(file, fc.nat(), (value, cut) => {
        const text = JSON.stringify(value);
        for (const given of [text, text.slice(0, cut % (text.length + 1))]) {
          let read;
          try {
            read = readKeys(given);
          } catch (error) {
            expect(error).toBeInstanceOf(FormatFault);
            expect((error as FormatFault).where).not.toBe("");
            continue;
          }
          const again = JSON.stringify({ fichierKeys: 1, keys: read });
          expect(readKeys(again)).toEqual(read);
        }
      }),
      { numRuns: 500 },
    );
  });
});
