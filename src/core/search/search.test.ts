import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { documentSum, type SearchDocument } from "./document";
import { fold, sortKey } from "../text/fold";
import { beginsNearly, forgives } from "./forgive";
import { IndexStore } from "./index-store";
import { aDocument, aMoment } from "../../../testing/documents";
import { suiteLibrary } from "../../../testing/search-suite";
import { plainRecall } from "../../../testing/plain-recall";
import { explain } from "./explain";
import { drawn, matching, recall } from "./recall";
import { queryWords, tokens } from "./tokens";

const words = (text: string) => tokens(text).map((t) => t.text);

describe("cutting and folding", () => {
  it.each([
    ["LoFi2", ["lofi2", "lo", "fi", "2"]],
    ["HTTPServer", ["httpserver", "http", "server"]],
    ["Plate, narration_short", ["plate", "narration", "short"]],
    ["Brücke Øst Straße Ærø", ["brucke", "ost", "strasse", "aero"]],
    ["don’t", ["dont"]],
    ["12dB/oct", ["12db", "12", "db", "oct"]],
    ["", []],
    ["— · —", []],
  ])("cuts %j", (text, expected) => expect(words(text)).toEqual(expected));
  it("says where in the original a word stands", () => {
    const text = "Ein Ærø-Klang";
    for (const t of tokens(text)) expect(fold(text.slice(t.start, t.end))).toBe(t.text);
  });
  it("cuts as the borders are defined, in one pass", () => {
    // The definition: letter to digit, digit to letter, small to capital after a letter, and before the last capital of several.
    const border =
      /(?<=\p{L}\p{M}*)(?=\p{N})|(?<=\p{N})(?=\p{L})|(?<=\p{L}\p{M}*\p{Ll}\p{M}*)(?=\p{Lu})|(?<=\p{Lu})(?=\p{Lu}\p{Ll})/u;
    const piece = fc.constantFrom("a", "b", "A", "B", "1", "2", "é", "É", "\u0301", "\u0308", "ø", "ʻ");
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 9 }), (pieces) => {
        const word = pieces.join("");
        const parts = word
          .split(border)
          .map((p) => fold(p))
          .filter((p) => p !== "");
        const expected =
          fold(word) === "" ? [] : word.split(border).length > 1 ? [fold(word), ...parts] : [fold(word)];
        expect(words(word)).toEqual(expected);
      }),
      { numRuns: 3000 },
    );
  });
  it("takes a note of four thousand marks as it takes one of letters, and of longer ones only the beginning", () => {
    expect(words(`a${"\u0301".repeat(3999)}b`)).toEqual(["a"]);
    expect(words(`${"x ".repeat(5000)}`)).toHaveLength(400);
  });
  it("finds words in scripts without spaces", () => expect(words("録音の部屋").length).toBeGreaterThan(1));
  // Source: reference/case_folding.json (Unicode 15.0 CaseFolding.txt), where lower case is the whole of folding.
  it.each(
    reference<{ codepoint: string; fold: string; jsToLowerCaseSame: boolean }>("case_folding")
      .filter((c) => c.jsToLowerCaseSame)
      .map((c) => [c.codepoint, c.fold]),
  )("folds U+%s", (code, folded) => {
    const of = (hex: string) => String.fromCodePoint(...hex.split(" ").map((h) => parseInt(h, 16)));
    expect(fold(of(code))).toBe(fold(of(folded)));
  });
  it.each([
    ["ΣΊΣΥΦΟΣ", "σίσυφος"],
    ["ΣΊΣ", "σισ"],
    ["ΟΔΟΣ ΟΔΟΣ", "οδος οδοσ"],
    ["カタカナ", "かたかな"],
    ["ﾊﾟｿｺﾝ", "ぱそこん"],
    ["キャット", "きやつと"],
  ])("%s and %s are the same, whatever stands around a letter", (a, b) => expect(fold(a)).toBe(fold(b)));
  it("folds a text as its parts, so that a beginning of a word finds it", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("Σ", "Ο", "σ", "ς", "ß", "É", "カ", "ﾊ", "ﾟ", "İ", "x")),
        (letters) => void expect(fold(letters.join(""))).toBe(letters.map((l) => fold(l)).join("")),
      ),
    );
  });
  // Source: reference/collation_equal.json is of whole words; here ICU itself, as this Node.js carries it, on syllables.
  it("tells no kana apart that collation's first level does not", () => {
    const { compare } = new Intl.Collator("ja", { sensitivity: "base" });
    for (let code = 0x3041; code <= 0x3096; code++) {
      const [hira, kata] = [String.fromCharCode(code), String.fromCharCode(code + 0x60)];
      if (compare(hira, kata) === 0) expect(fold(hira)).toBe(fold(kata));
    }
  });
  it("orders names with numbers by value", () => {
    const names = ["Take 10", "Take 9", "take 1", "Ärger", "Zebra", "apfel"];
    expect(names.sort((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1))).toEqual([
      "apfel",
      "Ärger",
      "take 1",
      "Take 9",
      "Take 10",
      "Zebra",
    ]);
  });
});

/** Damerau–Levenshtein distance (optimal string alignment), the textbook table: the slow truth. */
function distance(a: string, b: string): number {
  const d = Array.from({ length: a.length + 1 }, (_, i) =>
    Array.from({ length: b.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0)),
  );
  for (let i = 1; i <= a.length; i++)
    for (let j = 1; j <= b.length; j++) {
      d[i][j] = Math.min(d[i - 1][j] + 1, d[i][j - 1] + 1, d[i - 1][j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        d[i][j] = Math.min(d[i][j], d[i - 2][j - 2] + 1);
    }
  return d[a.length][b.length];
}

describe("forgiving one letter", () => {
  it("is a distance of one to some beginning of the word, with the first letter right", () => {
    const word = fc.string({ unit: fc.constantFrom("a", "b", "c"), minLength: 1, maxLength: 7 });
    fc.assert(
      fc.property(word, word, (w, typed) => {
        const truth =
          w[0] === typed[0] &&
          Array.from({ length: w.length + 1 }, (_, n) => w.slice(0, n)).some(
            (beginning) => distance(beginning, typed) <= 1,
          );
        expect(beginsNearly(w, typed)).toBe(truth);
      }),
      { numRuns: 5000 },
    );
  });
  it("of three typed letters is a distance of one to a whole word of three or four, the first letter right", () => {
    const word = fc.string({ unit: fc.constantFrom("a", "b", "c", "d"), minLength: 1, maxLength: 5 });
    const typed = fc.string({ unit: fc.constantFrom("a", "b", "c", "d"), minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(word, typed, (w, t) => {
        const truth = t.length === 3 && [3, 4].includes(w.length) && w[0] === t[0] && distance(w, t) <= 1;
        expect(forgives(w, t)).toBe(truth);
      }),
      { numRuns: 5000 },
    );
  });
  // Source: reference/levenshtein.json (npm fastest-levenshtein, textbook values) checks the slow truth itself.
  it.each(
    reference<{ a: string; b: string; distance: number }>("levenshtein").map((c) => [c.a, c.b, c.distance]),
  )("%s to %s is %d", (a, b, d) => {
    expect(distance(a, b)).toBeLessThanOrEqual(d);
    expect(distance(a, b)).toBeGreaterThanOrEqual(d - 1);
  });
});

const card = (id: string, name: string, more: Partial<SearchDocument> = {}) =>
  aDocument({ id, name, ...more });
const storeOf = (...documents: SearchDocument[]) => {
  const store = new IndexStore();
  documents.forEach((d) => store.put(d));
  return store;
};
const clip = { medium: "audio", kind: "clip" } as const;
const onClip = { target: clip, moment: aMoment };
const ids = (store: IndexStore, query: string) => recall(store, query, 50, onClip).hits.map((h) => h.id);

describe("recall", () => {
  it.each<[string, string, SearchDocument[], string[]]>([
    [
      "words begin words, in any order",
      "sh pl",
      [card("a", "Plate, narration short"), card("b", "Harbour plate shimmer"), card("c", "Splash")],
      ["b", "a"],
    ],
    [
      "an exact own alias beats everything",
      "pl",
      [
        card("a", "Plate"),
        card("b", "Zoo", { ownAliases: ["pl"] }),
        card("c", "Yard", { teamAliases: ["pl"] }),
      ],
      ["b", "c", "a"],
    ],
    [
      "the beginning of an alias comes before names",
      "pla",
      [card("a", "Plate"), card("b", "Zoo", { ownAliases: ["plax"] })],
      ["b", "a"],
    ],
    [
      "what fits comes before what does not",
      "plate",
      [
        card("a", "Plate", { fits: ["return"] }),
        card("b", "Plate, very long name"),
        card("c", "Plate", { medium: "image" }),
      ],
      ["b", "a", "c"],
    ],
    [
      "whole words at the start before initials before forgiven letters",
      "nps",
      [card("a", "Narration plate short"), card("b", "Npsomething")],
      ["b", "a"],
    ],
    [
      "a wrong letter in four is forgiven, after what is right",
      "hrabour",
      [card("a", "Small harbour room"), card("b", "Hrabour")],
      ["b", "a"],
    ],
    ["three letters of a longer word must be right", "hra", [card("a", "Harbour")], []],
    [
      "three letters stand for a whole short word with one of them wrong",
      "fgo",
      [card("a", "Fog"), card("b", "Frog"), card("c", "Fogs"), card("d", "Foghorn")],
      ["a"],
    ],
    [
      "but only where no word begins so",
      "fog",
      [card("a", "Fog"), card("b", "For print"), card("c", "Foghorn")],
      ["a", "c"],
    ],
    [
      "or with one left out",
      "lmp",
      [card("a", "Lamp"), card("b", "Lamps"), card("c", "Limp, wet")],
      ["a", "c"],
    ],
    [
      "own before team before supplied",
      "plate",
      [
        card("s", "Plate", { origin: 2 }),
        card("t", "Plate", { origin: 1 }),
        card("o", "Plate", { origin: 0 }),
      ],
      ["o", "t", "s"],
    ],
    [
      "the name before the folder before the note",
      "room",
      [card("n", "A", { note: "room" }), card("f", "A", { folder: ["Rooms"] }), card("x", "Room")],
      ["x", "f", "n"],
    ],
    [
      "the name before the maker before the effect",
      "plate",
      [
        card("e", "A", { effects: ["audio.plate"] }),
        card("m", "A", { maker: "Plate works" }),
        card("x", "Plate"),
      ],
      ["x", "m", "e"],
    ],
    [
      "what is used more on this kind of target before shorter names",
      "room",
      [
        card("a", "Room"),
        card("b", "Room, often", { habit: { clip: 190 } }),
        card("c", "Rooms", { habit: { clip: 185, bus: 300 } }),
      ],
      ["b", "c", "a"],
    ],
    [
      "the rest of a query lets in or keeps out",
      "plate -short length:<2",
      [
        card("a", "Plate, short"),
        card("b", "Plate, long", { effects: ["audio.gain"] }),
        card("c", "Plate", { effects: ["audio.gain", "audio.gain"] }),
      ],
      ["b"],
    ],
    [
      "withdrawn cards only where they are asked for",
      "is:withdrawn",
      [card("a", "Plate"), card("b", "Room", { isWithdrawn: true })],
      ["b"],
    ],
    [
      "withdrawn cards not otherwise",
      "r",
      [card("a", "Rooms"), card("b", "Room", { isWithdrawn: true })],
      ["a"],
    ],
    [
      "next to each other before apart",
      "small room",
      [card("a", "Small harbour room"), card("b", "Harbours, small room")],
      ["b", "a"],
    ],
    [
      "ties by name, then id",
      "",
      [card("b", "Take 10"), card("a", "Take 9"), card("d", "Take 9")],
      ["a", "d", "b"],
    ],
    ["accents and case do not matter", "BRUCKE", [card("a", "Brücke")], ["a"]],
  ])("%s", (_, query, documents, expected) => {
    expect(ids(storeOf(...documents), query)).toEqual(expected);
    // Nor does the order in which cards came.
    expect(ids(storeOf(...[...documents].reverse()), query)).toEqual(expected);
  });

  it("counts what matches and what fits", () => {
    expect(
      recall(storeOf(card("a", "Plate"), card("b", "Plate", { fits: ["bus"] })), "pl", 1, onClip),
    ).toMatchObject({ matches: 2, fitting: 1, hits: [{ id: "a" }] });
  });

  it("says what matched where", () =>
    expect(explain(card("a", "Small harbour room", { folder: ["Narration", "Rooms"] }), "har narr")).toEqual({
      name: [{ start: 6, end: 9 }],
      folder: [{ start: 0, end: 4 }],
    }));
  it("says that first letters stand for the words, where no word begins so", () => {
    const why = (name: string, query: string, ...aliases: string[]) =>
      explain(card("a", name, { ownAliases: aliases }), query);
    expect(why("Small harbour room", "shr")).toEqual({
      name: [
        { start: 0, end: 1 },
        { start: 6, end: 7 },
        { start: 14, end: 15 },
      ],
    });
    // An alias says it all; a word that begins so is the reason itself.
    expect(why("Small harbour room", "shr", "shr")).toEqual({ alias: [{ start: 0, end: 3 }] });
    expect(why("Shrill horn room", "shr")).toEqual({ name: [{ start: 0, end: 3 }] });
  });
  it("takes the first letters of words, and those of the parts of words", () => {
    const store = storeOf(card("a", "Plate 4k LoFi2 warm"));
    for (const letters of ["p4lw", "p4klf2w", "p4"]) {
      expect([letters, ids(store, letters)]).toEqual([letters, ["a"]]);
      expect(explain(store.documentOf(0)!, letters).name).toHaveLength(letters.length);
    }
    expect(ids(store, "p44")).toEqual([]);
  });
  it("marks every letter once, in the order of the text, however many words match it", () =>
    expect(explain(card("a", "Harbour room, harbour"), "room har harb")).toEqual({
      name: [
        { start: 0, end: 4 },
        { start: 8, end: 12 },
      ],
    }));

  it("finds by generated queries what a look at every card finds, in the same order, after any changes", () => {
    const word = fc.constantFrom(
      "plate",
      "room",
      "harbour",
      "Sea-Wall",
      "LoFi2",
      "wind",
      "4k",
      "Ösel",
      "harbor",
      "plaster",
    );
    const some = (maxLength: number) => fc.array(word, { maxLength });
    const document = fc
      .record({
        id: fc.integer({ min: 0, max: 12 }).map((n) => `id${n}`),
        name: fc.array(word, { minLength: 1, maxLength: 4 }).map((list) => list.join(" ")),
        folder: some(2),
        alsoIn: fc.array(some(2), { maxLength: 1 }),
        tags: fc.array(some(2), { maxLength: 2 }),
        isHidden: fc.constantFrom(false, false, false, true),
        maker: fc.constantFrom("", "Sea Plates", "Wall"),
        effects: fc.subarray(["audio.plate", "audio.limiter", "not.here"]),
        note: some(2).map((list) => list.join(", ")),
        ownAliases: fc.array(fc.constantFrom("pl", "room", "hr", "sea wall"), { maxLength: 2 }),
        teamAliases: fc.array(fc.constantFrom("pl", "plat", "4k"), { maxLength: 1 }),
        medium: fc.constantFrom("audio" as const, "image" as const),
        fits: fc.constantFrom([], ["clip"], ["bus", "clip"], ["bus"]),
        madeFor: fc.constantFrom("", "mono", "stereo", "5.1"),
        groupId: fc.constantFrom(null, null, "group 1", "group 2"),
        origin: fc.constantFrom(0 as const, 1 as const, 2 as const),
        habit: fc.constantFrom<Record<string, number>>(
          {},
          { clip: 180 },
          { clip: 186.2, bus: 190 },
          { bus: 200 },
        ),
      })
      .map(aDocument);
    const step = fc.oneof(
      { weight: 5, arbitrary: document },
      { weight: 1, arbitrary: fc.integer({ min: 0, max: 12 }).map((n) => `id${n}`) },
    );
    const part = fc.constantFrom(
      "pl",
      "ro",
      "har",
      "s",
      "lo",
      "2",
      "wall",
      "x",
      "plaet",
      "harbuor",
      "room",
      "4",
      "4k",
      "ps",
      "rh",
      "hr",
      "sea",
      "—",
    );
    const query = fc
      .tuple(fc.array(part, { maxLength: 3 }), fc.constantFrom(" ", "", "-"))
      .map(([parts, by]) => parts.join(by));
    fc.assert(
      fc.property(
        fc.array(step, { maxLength: 25 }),
        fc.array(query, { minLength: 12, maxLength: 12 }),
        (steps, queries) => {
          const [store, known] = [new IndexStore(), new Map<string, SearchDocument>()];
          const apply = (to: IndexStore, one: SearchDocument | string) =>
            typeof one === "string" ? to.remove(one) : to.put(one);
          for (const one of steps) {
            apply(store, one);
            if (typeof one === "string") known.delete(one);
            else known.set(one.id, one);
          }
          const first = new IndexStore();
          for (const one of steps.slice(0, steps.length >> 1)) apply(first, one);
          // One that was put by and taken up again, before half of what comes, is the same.
          const again = IndexStore.of(structuredClone(first.save()))!;
          for (const one of steps.slice(steps.length >> 1)) apply(again, one);
          expect([...again.ids()].sort()).toEqual([...known.keys()].sort());
          for (const [id, one] of known) expect(again.sumOf(id)).toBe(documentSum(one));
          for (const [i, asked] of queries.entries()) {
            const target = { ...clip, ...[{}, { format: "stereo" }, { format: "mono" }][i % 3] };
            const { shown: expected, all, hidden } = plainRecall([...known.values()], asked, target);
            const {
              hits,
              matches,
              fitting,
              variants,
              hidden: left,
            } = recall(store, asked, 50, { ...onClip, target });
            expect([asked, hits.map(({ id }) => id)]).toEqual([asked, expected.map(({ id }) => id)]);
            expect([matches, fitting]).toEqual([expected.length, hits.filter(({ fits }) => fits).length]);
            expect(recall(again, asked, 50, { ...onClip, target })).toEqual({
              hits,
              matches,
              fitting,
              variants,
              hidden: left,
            });
            expect(left).toBe(hidden.length);
            expect(variants).toBe(all.filter((one) => !expected.includes(one)).length);
            expect(recall(store, asked, 3, { ...onClip, target }).hits).toEqual(hits.slice(0, 3));
            expect(matching(store, asked, aMoment).sort()).toEqual(
              [...all, ...hidden].map(({ id }) => id).sort(),
            );
          }
        },
      ),
      // Twelve queries each: ten thousand pairs of a library and a query.
      { numRuns: 900 },
    );
  });

  it("finds in the same order where there is so much that only the first are looked for", () => {
    const { documents } = suiteLibrary(1500, 5);
    const store = storeOf(...documents);
    const queries = [
      "",
      "w",
      "wa",
      "wa ec",
      "ec wa",
      "war",
      "n s",
      "gull",
      "wide",
      "wlg",
      "hall in",
      "saltpna",
      "fog",
    ];
    for (const kind of ["clip", "bus"])
      for (const query of queries) {
        const target = { medium: "audio", kind } as const;
        const expected = plainRecall(documents, query, target).shown.map(({ id }) => id);
        for (const limit of [1, 20, 200, 2000])
          expect([
            query,
            limit,
            recall(store, query, limit, { target, moment: aMoment }).hits.map(({ id }) => id),
          ]).toEqual([query, limit, expected.slice(0, limit)]);
      }
  });

  it("follows changes: put again and removed, it is as if built anew", () => {
    const store = storeOf(card("a", "Plate"), card("b", "Room"), card("c", "Wind"));
    store.put(card("b", "Harbour"));
    store.remove("a");
    store.remove("not there");
    store.put(card("d", "Plate two"));
    for (const query of ["", "pl", "ro", "har", "w"])
      expect(ids(store, query)).toEqual(
        ids(storeOf(card("b", "Harbour"), card("c", "Wind"), card("d", "Plate two")), query),
      );
    expect(store.size).toBe(3);
  });

  it("is after any puts and removals, asked in between or not, as if built anew", () => {
    const name = fc
      .array(fc.constantFrom("Plate", "Room", "Harbour", "Wind", "Ösel", "10", "9"), {
        minLength: 1,
        maxLength: 3,
      })
      .map((words) => words.join(" "));
    const step = fc.record({
      id: fc.integer({ min: 0, max: 30 }).map(String),
      name: fc.option(name, { nil: null }),
      asks: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 120 }), (steps) => {
        const [store, known] = [new IndexStore(), new Map<string, SearchDocument>()];
        for (const { id, name, asks } of steps) {
          if (name === null) {
            store.remove(id);
            known.delete(id);
          } else {
            known.set(id, card(id, name, { note: `of ${id}` }));
            store.put(known.get(id)!);
          }
          if (asks) recall(store, "pl", 5, onClip);
        }
        const anew = storeOf(...known.values());
        for (const query of ["", "p", "ro wi", "of 1", "hrw"])
          expect(recall(store, query, 50, onClip)).toEqual(recall(anew, query, 50, onClip));
      }),
    );
  });

  it("answers any text without failing", () => {
    const store = storeOf(card("a", "Plate"));
    fc.assert(
      fc.property(fc.string({ unit: "binary" }), (query) => recall(store, query, 5, onClip).matches >= 0),
    );
    expect(queryWords("  a/b_c-d ")).toEqual(["a", "b", "c", "d"]);
  });
});

describe("variants", () => {
  const [mono, stereo] = ["mono", "stereo"].map((madeFor) =>
    card(madeFor, `Voice ${madeFor}`, { madeFor, groupId: "voice" }),
  );
  const onto = (format: string, query: string, ...cards: SearchDocument[]) => {
    const { hits, variants, matches } = recall(storeOf(mono, stereo, ...cards), query, 9, {
      ...onClip,
      target: { ...clip, format },
    });
    return [hits.map(({ id }) => id), variants, matches];
  };

  it("show as the one that is made for the target, and are counted", () => {
    expect(onto("mono", "voi")).toEqual([["mono"], 1, 1]);
    expect(onto("stereo", "voi")).toEqual([["stereo"], 1, 1]);
    expect(onto("mono", "")).toEqual([["mono"], 1, 1]);
    expect(onto("mono", "vm")).toEqual([["mono"], 0, 1]);
  });
  it("show as the one of a format that is preferred", () => {
    const store = storeOf(mono, stereo);
    const shown = (prefers?: string[]) =>
      recall(store, "voi", 9, { ...onClip, target: { ...clip, format: "mono", prefers } }).hits.map(
        ({ id }) => id,
      );
    expect([shown(), shown(["stereo"]), shown(["5.1"]), shown()]).toEqual([
      ["mono"],
      ["stereo"],
      ["mono"],
      ["mono"],
    ]);
  });
  it("show by themselves where just they are asked for", () => {
    expect(onto("mono", "voice stereo")).toEqual([["stereo"], 0, 1]);
    expect(onto("mono", "voice variant:*")).toEqual([["mono", "stereo"], 0, 2]);
    expect(onto("mono", "variant:stereo")).toEqual([["stereo"], 0, 1]);
  });
  it("are recalled by an alias of any of them", () => {
    const named = card("stereo", "Voice stereo", { madeFor: "stereo", groupId: "voice", ownAliases: ["vx"] });
    expect(onto("mono", "vx", named)).toEqual([["mono"], 1, 1]);
    expect(onto("stereo", "vx", named)).toEqual([["stereo"], 0, 1]);
    // One that a saved search does not hold cannot stand for one that it holds.
    const within = recall(storeOf(mono, named), "vx", 9, {
      ...onClip,
      target: { ...clip, format: "mono" },
      within: "name:stereo",
    });
    expect(within.hits.map(({ id }) => id)).toEqual(["stereo"]);
  });
  it("are all there for who looks through the library, and one of them at random", () => {
    expect(matching(storeOf(mono, stereo), "voice", aMoment).sort()).toEqual(["mono", "stereo"]);
    for (const share of [0, 0.5, 0.99])
      expect(
        drawn(storeOf(mono, stereo), "voice", share, { ...onClip, target: { ...clip, format: "mono" } }),
      ).toBe("mono");
  });
  it("are none any more where the others are withdrawn, gone or parted", () => {
    expect(
      onto(
        "stereo",
        "voice",
        card("stereo", "Voice stereo", { madeFor: "stereo", groupId: "voice", isWithdrawn: true }),
      ),
    ).toEqual([["mono"], 0, 1]);
    expect(onto("stereo", "voice", card("stereo", "Voice stereo", { madeFor: "stereo" }))).toEqual([
      ["mono", "stereo"],
      0,
      2,
    ]);
    const store = storeOf(mono, stereo);
    store.remove("stereo");
    expect(recall(store, "voice", 9, { ...onClip, target: { ...clip, format: "stereo" } }).hits).toHaveLength(
      1,
    );
  });
});
