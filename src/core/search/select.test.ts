import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aDocument, aMoment } from "../../../testing/documents";
import type { SearchDocument } from "./document";
import { CutText, deciderOf, finderOf } from "./holds";
import { IndexStore } from "./index-store";
import { compileQuery } from "./query/compile";
import { parseQuery } from "./query/parse";
import { selected } from "./select";

const isIn = (query: string, given: Partial<SearchDocument>, reading: "exact" | "beginnings" = "exact") => {
  const { test } = compileQuery(parseQuery(query));
  return test === null || deciderOf(test, reading)(aDocument(given), aMoment);
};
const day = 24 * 3_600_000;

describe("what a saved search means", () => {
  // Each: a query, a card for which it holds, one for which it does not.
  it.each<[string, Partial<SearchDocument>, Partial<SearchDocument>]>([
    ["fog", { name: "Fog, opened" }, { name: "Foghorn distance" }],
    ["fog", { maker: "Fog" }, { maker: "Foghorn yard" }],
    ["fog*", { name: "Foghorn" }, { name: "Befog" }],
    ["FÖG", { name: "fog" }, { name: "fo g" }],
    ["lo-fi", { name: "Warm Lo-Fi" }, { name: "Fi lo" }],
    ["lo-fi", { name: "LoFi2" }, { name: "Lofi" }],
    ["lofi2", { name: "LoFi2" }, { name: "LoFi3" }],
    ["fi", { name: "LoFi2" }, { name: "Fine" }],
    ['"sea wall"', { name: "The sea wall, wet" }, { name: "Sea-wall" }],
    ['"sea wall"', { name: "SEA WALL" }, { name: "Sea walls" }],
    ['"café"', { name: "Café" }, { name: "Cafe" }],
    ['"fog,"', { name: "Fog, opened" }, { name: "Fog opened" }],
    ['"2 (b"', { name: "Take 2 (b)" }, { name: "Take 12 (b)" }],
    ['"Fi2"', { name: "LoFi2" }, { name: "Fi23" }],
    ["fog OR sea", { name: "Sea" }, { name: "Land" }],
    ["fog -sea", { name: "Fog" }, { name: "Fog at sea" }],
    ["sea land", { name: "Sea", note: "and land" }, { name: "Sea" }],
    ["name:sea", { name: "Sea" }, { name: "Land", note: "sea" }],
    ["name:=Sea", { name: "sea" }, { name: "Sea wall" }],
    ["name:=sea*", { name: "Sea wall" }, { name: "The sea" }],
    ["note:*", { note: "x" }, { note: "" }],
    ["note:rain", { note: "for rain." }, { note: "raining" }],
    ["maker:(yard, hut)", { maker: "Hut works" }, { maker: "Ferry" }],
    ["alias:shr", { ownAliases: ["shr"] }, { ownAliases: ["shrill"] }],
    ["in:weather", { folder: ["Sound", "Weather", "Rain"] }, { folder: ["Weather old"] }],
    ["in:weather/rain", { folder: ["Weather", "Rain", "Soft"] }, { folder: ["Weather", "Old", "Rain"] }],
    ["in:/weather", { folder: ["Weather", "Rain"] }, { folder: ["Sound", "Weather"] }],
    ["in:wea*", { folder: ["Weather"] }, { folder: ["Boats"] }],
    ["folder:rain", { folder: ["Weather", "Rain"] }, { folder: ["Rain", "Soft"] }],
    ["folder:weather/rain", { folder: ["Weather", "Rain"] }, { folder: ["Rain"] }],
    ["in:weather", { folder: ["Boats"], alsoIn: [["Weather", "Rain"]] }, { alsoIn: [["Boats"]] }],
    ["folder:rain", { folder: [], alsoIn: [["Weather", "Rain"]] }, { alsoIn: [["Rain", "Soft"]] }],
    ["rain", { alsoIn: [["Weather", "Rain"]] }, { folder: ["Weather"] }],
    ["tag:rain", { tags: [["wet"], ["wet", "Rain", "soft"]] }, { folder: ["Rain"] }],
    ["tag:wet/rain", { tags: [["wet", "rain"]] }, { tags: [["wet"], ["rain"]] }],
    ["tag:/rain", { tags: [["rain", "soft"]] }, { tags: [["wet", "rain"]] }],
    ["tag:*", { tags: [["wet"]] }, { tags: [] }],
    ["wet", { tags: [["wet", "rain"]] }, { tags: [["rain"]] }],
    ["list:later", { lists: ["Favourites", "Later"] }, { lists: ["Favourites"] }],
    ["list:lat*", { lists: ["Later"] }, { lists: ["Relate"] }],
    ["rating:3", { stars: 3 }, { stars: 4 }],
    ["rating:>=4", { stars: 5 }, { stars: 3 }],
    ["rating:<3", { stars: 1 }, { stars: 0 }],
    ["rating:<3", { stars: 2 }, { stars: -1 }],
    ["rating:rejected", { stars: -1 }, { stars: 0 }],
    ["rating:none", { stars: 0 }, { stars: -1 }],
    ["is:untagged", { tags: [] }, { tags: [["wet"]] }],
    ["is:hidden", { isHidden: true }, { isHidden: false }],
    ["effect:limiter", { effects: ["audio.limiter"] }, { effects: ["audio.gain"] }],
    ['effect:"dynamics"', { effects: ["audio.limiter"] }, { effects: ["audio.gain"] }],
    ["effect:audio.gain", { effects: ["audio.plate", "audio.gain"] }, { effects: ["audio.plate"] }],
    ["medium:image", { medium: "image" }, { medium: "audio" }],
    ["medium:sound", { medium: "audio" }, { medium: "image" }],
    ["fits:bus", { fits: ["bus"] }, { fits: ["clip"] }],
    ["fits:bus", { fits: [] }, { fits: [], medium: "image" }],
    ["layer:supplied", { layer: "supplied" }, { layer: "team" }],
    ["by:curator", { by: "Curator" }, { by: "sound" }],
    ["by:old", { by: "Old Hand" }, { by: "Olden" }],
    ["length:2", { effects: ["a", "b"] }, { effects: ["a"] }],
    ["length:>2", { effects: ["a", "b", "c"] }, { effects: ["a", "b"] }],
    ["length:<=2", { effects: ["a", "b"] }, { effects: ["a", "b", "c"] }],
    ["key:3", { keys: ["3"] }, { keys: ["4"] }],
    ["key:*", { keys: ["3"] }, { keys: [] }],
    ["added:2026-03-31", { added: Date.UTC(2026, 2, 31, 23) }, { added: Date.UTC(2026, 3, 1) }],
    ["added:2026-03", { added: Date.UTC(2026, 2, 1) }, { added: Date.UTC(2026, 3, 1) }],
    ["added:2026", { added: Date.UTC(2026, 11, 31, 23) }, { added: Date.UTC(2025, 11, 31, 23) }],
    ["added:>2026-01-31", { added: Date.UTC(2026, 1, 1) }, { added: Date.UTC(2026, 0, 31, 12) }],
    ["added:>=2026-01-31", { added: Date.UTC(2026, 0, 31) }, { added: Date.UTC(2026, 0, 30) }],
    ["added:<2026-01-31", { added: Date.UTC(2026, 0, 30) }, { added: Date.UTC(2026, 0, 31) }],
    ["added:<=2026-01-31", { added: Date.UTC(2026, 0, 31, 23) }, { added: Date.UTC(2026, 1, 1) }],
    ["added:<7d", { added: aMoment.now - 6 * day }, { added: aMoment.now - 8 * day }],
    ["added:7d", { added: aMoment.now - 6 * day }, { added: aMoment.now - 8 * day }],
    ["changed:>2w", { changed: aMoment.now - 15 * day }, { changed: aMoment.now - 13 * day }],
    ["used:<12h", { used: aMoment.now - day / 4 }, { used: aMoment.now - day }],
    ["used:>90d", { used: aMoment.now - 91 * day }, { used: null }],
    ["added:today", { added: aMoment.now }, { added: aMoment.now - day }],
    ["is:used", { used: 1 }, { used: null }],
    ["is:unused", { used: null }, { used: 1 }],
    ["is:default", { isDefault: true }, { isDefault: false }],
    ["is:favourite", { isFavourite: true }, { isFavourite: false }],
    ["is:unfiled", { folder: [] }, { folder: ["A"] }],
    ["is:annotated", { note: "x" }, { note: "" }],
    ["is:double", { isDouble: true }, { isDouble: false }],
    ["is:missing", { effects: ["not.here"] }, { effects: ["audio.gain"] }],
    ["is:withdrawn", { isWithdrawn: true }, { isWithdrawn: false }],
    ["-is:unfiled", { folder: ["A"] }, { folder: [] }],
  ])("%s", (query, inside, outside) => {
    expect(parseQuery(query).problems).toEqual([]);
    expect([isIn(query, { name: "x", ...inside }), isIn(query, { name: "x", ...outside })]).toEqual([
      true,
      false,
    ]);
  });

  it("counts days by the asker's clock", () => {
    const { test } = compileQuery(parseQuery("added:2026-03-31"));
    const late = aDocument({ added: Date.UTC(2026, 2, 30, 22) });
    for (const [offset, expected] of [
      [0, false],
      [120, true],
    ] as const)
      expect(deciderOf(test!, "exact")(late, { ...aMoment, offset })).toBe(expected);
  });

  it("is wider while typing: a word is the beginning of one", () => {
    expect(isIn("fog", { name: "Foghorn" }, "beginnings")).toBe(true);
    expect(isIn('"fog"', { name: "Foghorn" }, "beginnings")).toBe(false);
    expect(isIn("lo-f", { name: "Lo-Fi" }, "beginnings")).toBe(true);
  });

  it("finds a phrase at borders alone, whatever is around it", () => {
    const findPhrase = (text: string, phrase: string) =>
      finderOf(
        { text: phrase, isPhrase: true, isOpen: false, start: 0, end: 0 },
        "exact",
        false,
      )(new CutText(text));
    expect(findPhrase("Befog fog", "fog")).toEqual({ start: 6, end: 9 });
    expect(findPhrase("fogs", "fog")).toBeNull();
    expect(findPhrase("a+b", "+")).toEqual({ start: 1, end: 2 });
    // İ grows by a letter when it is made small.
    expect(findPhrase("İ fog", "fog")).not.toBeNull();
  });
});

const word = fc.constantFrom(
  "Sea",
  "wall",
  "LoFi2",
  "fog",
  "Foghorn",
  "sea-wall",
  "4k",
  "Ösel",
  "fo",
  "café",
  "İx",
);
const text = (maxLength: number) =>
  fc
    .array(fc.tuple(word, fc.constantFrom(" ", ", ", "-", "")), { maxLength })
    .map((list) => list.flat().join("").trim());
const names = fc.array(fc.constantFrom("Weather", "Rain", "Boats", "Old fog"), { maxLength: 3 });
const document = fc
  .record({
    id: fc.integer({ min: 0, max: 12 }).map((n) => `id${n}`),
    name: text(3),
    note: text(3),
    maker: fc.constantFrom("", "Fog", "Sea Wall", "Foghorn"),
    folder: names,
    ownAliases: fc.subarray(["shr", "sea"]),
    effects: fc.subarray(["audio.gain", "audio.plate", "not.here"]),
    medium: fc.constantFrom("audio" as const, "image" as const),
    fits: fc.constantFrom([], ["clip"], ["bus"]),
    used: fc.constantFrom(null, aMoment.now - day, aMoment.now - 100 * day),
    added: fc.integer({ min: 0, max: 400 }).map((ago) => aMoment.now - ago * day),
    isWithdrawn: fc.boolean(),
    isHidden: fc.boolean(),
    alsoIn: fc.array(names, { maxLength: 2 }),
    tags: fc.array(names, { maxLength: 2 }),
    stars: fc.integer({ min: -1, max: 5 }),
    isFavourite: fc.boolean(),
  })
  .map((given) => aDocument(given));

const term = fc.oneof(
  word,
  word.map((one) => `${one.slice(0, 3)}*`),
  fc.tuple(word, word, fc.constantFrom(" ", "-", ", ")).map(([a, b, by]) => `"${a}${by}${b}"`),
  word.map((one) => `"${one}"`),
  word.map((one) => `"${one.slice(1)}"`),
);
const fieldTerm = fc.oneof(
  fc
    .tuple(fc.constantFrom("name", "note", "maker", "effect", "alias", "folder", "tag"), term)
    .map(([f, t]) => `${f}:${t}`),
  fc.tuple(fc.constantFrom("name:=", "maker:="), word).map((parts) => parts.join("")),
  fc.constantFrom(
    "in:rain",
    "in:weather/rain",
    "folder:rain",
    "is:unfiled",
    "is:withdrawn",
    "is:hidden",
    "tag:rain",
    "rating:>=3",
    "length:>1",
    "effect:gain",
  ),
  fc.constantFrom(
    "used:<7d",
    "added:<100d",
    "is:(used, favourite)",
    "fits:bus",
    "medium:audio",
    "is:missing",
    "x:y",
  ),
);
const { query } = fc.letrec<{ query: string; atom: string }>((tie) => ({
  atom: fc.oneof(
    { depthSize: "small", withCrossShrink: true },
    term,
    fieldTerm,
    tie("query").map((inside) => `(${inside})`),
    tie("atom").map((inside) => `-${inside}`),
  ),
  query: fc
    .array(fc.tuple(tie("atom"), fc.constantFrom(" ", " OR ", " AND ")), { minLength: 1, maxLength: 4 })
    .map((list) => list.map(([one, by], i) => (i < list.length - 1 ? one + by : one)).join("")),
}));

describe("the index", () => {
  it("selects what a look at every card selects, after any changes", () => {
    fc.assert(
      fc.property(
        fc.array(document, { maxLength: 20 }),
        fc.array(query, { minLength: 12, maxLength: 12 }),
        (documents, queries) => {
          const [store, known] = [new IndexStore(), new Map<string, SearchDocument>()];
          for (const one of documents) {
            store.put(one);
            known.set(one.id, one);
          }
          for (const asked of queries) {
            const { test, withdrawn, hidden } = compileQuery(parseQuery(asked));
            const expected = [...known.values()].filter(
              (one) =>
                (withdrawn || !one.isWithdrawn) &&
                (hidden || !one.isHidden) &&
                (test === null || deciderOf(test, "exact")(one, aMoment)),
            );
            expect([asked, selected(store, asked, aMoment).sort()]).toEqual([
              asked,
              expected.map(({ id }) => id).sort(),
            ]);
          }
        },
      ),
      // Twelve queries each: twelve thousand pairs.
      { numRuns: 1000 },
    );
  });
});

describe("an order by hand", () => {
  it("comes before the rest, as far as the search still holds it", () => {
    const store = new IndexStore();
    for (const [i, id] of ["a", "b", "c", "d"].entries())
      store.put(aDocument({ id, name: id === "d" ? "Rain" : `Fog ${id}`, added: i }));
    expect(selected(store, "fog", aMoment, "name", ["c", "d", "gone", "a"])).toEqual(["c", "a", "b"]);
    expect(selected(store, "fog", aMoment, "added", ["a"])).toEqual(["a", "c", "b"]);
    expect(selected(store, "fog", aMoment, "added")).toEqual(["c", "b", "a"]);
  });
});
