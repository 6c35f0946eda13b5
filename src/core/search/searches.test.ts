import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aDocument, aMoment } from "../../../testing/documents";
import { completions } from "./complete";
import type { SearchDocument } from "./document";
import { fewestKeys } from "./fewest-keys";
import { groupsOf } from "./groups";
import { leaveOuts } from "./leave-out";
import { IndexStore } from "./index-store";
import { LiveSearches } from "./live-searches";
import { readyMade } from "./ready-made";
import { drawn, recall } from "./recall";
import { Scan } from "./scan";
import { selected } from "./select";
import { missingIn } from "./query/missing";
import { parseQuery } from "./query/parse";

const day = 24 * 3_600_000;
const storeOf = (documents: readonly SearchDocument[]) => {
  const store = new IndexStore();
  for (const document of documents) store.put(document);
  return store;
};
const cards = (...given: Partial<SearchDocument>[]) =>
  given.map((one, i) => aDocument({ id: `id${i}`, name: "x", ...one }));
const target = { medium: "audio", kind: "clip" } as const;

describe("the counts of saved searches", () => {
  const queries = { a: "sea", b: "sea OR length:>1", c: "-sea", d: "is:withdrawn", e: "added:<10d" };

  it("are those of a look at every card, after any changes", () => {
    const document = fc
      .record({
        id: fc.integer({ min: 0, max: 8 }).map((n) => `id${n}`),
        name: fc.constantFrom("Sea", "Sea wall", "Land"),
        effects: fc.constantFrom([], ["a", "b"]),
        isWithdrawn: fc.boolean(),
        added: fc.constantFrom(aMoment.now - day, aMoment.now - 20 * day),
      })
      .map((given) => aDocument(given));
    const step = fc.oneof(
      fc.record({ put: fc.array(document, { maxLength: 4 }), remove: fc.constant([]) }),
      fc.record({
        put: fc.constant([]),
        remove: fc.constantFrom<string[]>(["id1"], ["id2", "id3"]),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const store = new IndexStore();
        const live = new LiveSearches(store);
        live.follow(queries);
        for (const { put, remove } of steps) {
          for (const id of remove) store.remove(id);
          for (const one of put) store.put(one);
          live.changed(put, remove, aMoment);
          const expected = Object.entries(queries).map(([id, query]) => [
            id,
            selected(store, query, aMoment).length,
          ]);
          expect(live.counts(aMoment)).toEqual(Object.fromEntries(expected));
        }
      }),
    );
  });

  it("follow other queries, very many changes and the passing of time", () => {
    const store = storeOf(cards({ name: "Sea", added: aMoment.now - 9 * day }));
    const live = new LiveSearches(store);
    live.follow({ a: "sea", e: "added:<10d" });
    expect(live.counts(aMoment)).toEqual({ a: 1, e: 1 });
    live.follow({ a: "land", e: "added:<10d" });
    expect(live.counts(aMoment)).toEqual({ a: 0, e: 1 });
    const many = Array.from({ length: 80 }, (_, i) => aDocument({ id: `many${i}`, name: "Land" }));
    for (const one of many) store.put(one);
    live.changed(many, [], aMoment);
    expect(live.counts(aMoment)).toMatchObject({ a: 80 });
    const later = { ...aMoment, now: aMoment.now + 2 * day };
    expect(live.counts(later)).toMatchObject({ e: 1 });
    live.passed();
    expect(live.counts(later)).toMatchObject({ e: 0 });
  });
});

describe("ready-made searches", () => {
  it("are queries without a problem, each once", () => {
    for (const { query } of readyMade) expect([query, parseQuery(query).problems]).toEqual([query, []]);
    expect(new Set(readyMade.map(({ id }) => id)).size).toBe(readyMade.length);
  });
});

describe("the words that let cards in", () => {
  const store = storeOf(
    cards(
      { name: "Fog, opened" },
      { name: "Plate", maker: "Fog" },
      { name: "Room", maker: "Fog" },
      { name: "Fog, print", maker: "Fog" },
      { name: "Foghorn" },
      { name: "Wall", folder: ["Fog series"] },
    ),
  );
  const said = (query: string) =>
    groupsOf(store, query, aMoment).map(({ word, fields, count }) => [word, fields.join("+"), count]);
  const names = (query: string) => selected(store, query, aMoment).map((id) => store.documentById(id)!.name);

  it("are counted by the fields in which they stand", () => {
    expect(said("fog")).toEqual([
      ["fog", "maker", 2],
      ["fog", "name", 1],
      ["fog", "name+maker", 1],
      ["fog", "folder", 1],
    ]);
    expect(said("fog* -wall")).toContainEqual(["foghorn", "name", 1]);
    expect(said('"fog, "')).toEqual([["fog,", "name", 2]]);
    expect(said("-fog name:plate")).toEqual([]);
  });
  it("can be taken out or kept alone, these cards and no others", () => {
    const groups = groupsOf(store, "fog", aMoment);
    for (const { without, alone, count } of groups) {
      const all = names("fog");
      expect(parseQuery(without!).problems).toEqual([]);
      const [left, these] = [names(without!), names(alone!)];
      expect(these).toHaveLength(count);
      expect([...left, ...these].sort()).toEqual([...all].sort());
    }
    const [either] = groupsOf(store, "fog OR plate", aMoment).filter(
      ({ fields }) => fields.join() === "name",
    );
    expect(either.without).toBe("(fog OR plate) -(name:fog -maker:fog)");
  });
});

const known = {
  folders: () => ["Weather", "Weather / Rain", "Boats"],
  tags: () => ["wet", "wet / rain"],
  lists: () => ["Night work"],
  makers: () => ["Fog", "Gannet"],
  members: () => ["curator"],
  keys: () => ["3"],
  aliases: () => ["shr"],
};

describe("completing a query", () => {
  const complete = (text: string, caret = text.length) =>
    completions(text, caret, known).map(
      ({ start, end, text: by }) => text.slice(0, start) + by + text.slice(end),
    );

  it.each([
    ["gull mak", ["gull maker:"]],
    ["maker:g", ["maker:Gannet "]],
    ["-maker:(fog, ga", ["-maker:(fog, Gannet "]],
    ["in:wea", ["in:Weather ", 'in:"Weather / Rain" ']],
    ['in:"weather / r', ['in:"Weather / Rain" ']],
    ["in:rain", ['in:"Weather / Rain" ']],
    ["tag:rain", ['tag:"wet / rain" ']],
    ["list:", ['list:"Night work" ']],
    ["added:<", ["added:<7d "]],
    ["is:unf", ["is:unfiled "]],
    ["key:", ["key:* ", "key:3 "]],
    ["gull", []],
    ["is:unused ", []],
    ["nothing:x", []],
    ["", []],
  ])("%s", (text, expected) => expect(complete(text)).toEqual(expected));
  it("is done where the caret stands", () => expect(complete("mak gull", 3)).toEqual(["maker: gull"]));
  it("never fails", () => {
    fc.assert(
      fc.property(fc.string(), fc.nat(20), (text, at) => {
        for (const { start, end } of completions(text, Math.min(at, text.length), known))
          expect(0 <= start && start <= end && end <= text.length).toBe(true);
      }),
    );
  });
});

describe("what a query names that is gone", () => {
  it.each([
    ["in:weather OR in:snow", ["There is no folder “snow”."]],
    ["-folder:weather/rain plate", []],
    ["folder:weather/boats", ["There is no folder “weather/boats”."]],
    ["in:(boats, gone) by:nobody", ["There is no folder “gone”.", "There is no member “nobody”."]],
    ["tag:rain OR tag:dry", ["There is no tag “dry”."]],
    ['list:"night work" list:later', ["There is no favourites list “later”."]],
    ["by:cur* maker:nobody name:gone", []],
  ])("%s", (text, expected) => expect(missingIn(parseQuery(text), known)).toEqual(expected));
});

describe("the fewest keys", () => {
  const store = storeOf(
    cards(
      { name: "Small harbour room" },
      { name: "Small harbour room, wet", ownAliases: ["shw"] },
      { name: "Wind off", keys: ["3"] },
      { name: "Same" },
      { name: "Same" },
      { name: "Sami" },
    ),
  );
  const of = (id: string) => fewestKeys(store, id, { target, moment: aMoment });
  it("are the key, or what is typed with what opens the bar and Enter", () => {
    expect(of("id2")).toEqual({ keys: 1, typed: "", key: "3" });
    expect(of("id0")).toEqual({ keys: 3, typed: "h" });
    // Three letters of its own alias, and the last one tells it apart from initials.
    expect(of("id1")!.keys).toBeLessThanOrEqual(5);
    expect(of("id4")).toBeNull();
    expect(of("not there")).toBeNull();
  });
  it("are looked for among the first words of a name, not all the way through a long one", () => {
    const names = ["one two three four five six", "one two three four five six seven"];
    const [, long] = names.map((_, i) => `id${i}`);
    const store = storeOf(cards(...names.map((name) => ({ name }))));
    // Only its last word tells it apart, and nobody looks for a name by its seventh word.
    expect(fewestKeys(store, long, { target, moment: aMoment })).toBeNull();
  });
  it("bring the card first, and nothing shorter of what might be typed does", () => {
    for (const id of ["id0", "id1", "id3", "id5"]) {
      const { typed } = of(id)!;
      const first = (text: string) => recall(store, text, 1, { target, moment: aMoment }).hits[0]?.id;
      expect(first(typed)).toBe(id);
      const { name, ownAliases } = store.documentById(id)!;
      const words = name.toLowerCase().split(/[ ,]+/);
      for (const text of [...words, ...ownAliases, words.map((word) => word[0]).join("")])
        for (let length = 1; length < typed.length; length++)
          expect(first(text.slice(0, length))).not.toBe(id);
    }
  });
});

describe("looking within a search", () => {
  const store = storeOf(
    cards(
      { name: "Sea wall" },
      { name: "Sea, wide", fits: ["bus"] },
      { name: "Sea of fog" },
      { name: "Seal" },
    ),
  );
  const within = { target, moment: aMoment, within: "sea -fog" };
  it("finds among what it holds, which are whole words", () => {
    expect(recall(store, "", 10, within).hits.map(({ id }) => id)).toEqual(["id0", "id1"]);
    expect(recall(store, "wi", 10, within).hits.map(({ id }) => id)).toEqual(["id1"]);
    expect(recall(store, "sealing", 10, within).matches).toBe(0);
  });
  it("draws one of those that fit, each as likely", () => {
    const options = { target, moment: aMoment };
    const all = [0, 0.34, 0.67, 0.999].map((share) => drawn(store, "se", share, options));
    expect(new Set(all)).toEqual(new Set(["id0", "id2", "id3"]));
    expect(drawn(store, "", 0.5, within)).toBe("id0");
    expect(drawn(store, "nothing", 0.5, within)).toBeNull();
  });
});

describe("a search that looks at every card once", () => {
  it("gives what the index selects, in the same order, and no more than is asked for", () => {
    const documents = Array.from({ length: 400 }, (_, i) =>
      aDocument({
        id: `id${String(i).padStart(3, "0")}`,
        name: `${["Sea", "Wall", "Fog"][i % 3]} ${i % 7}`,
        effects: Array.from({ length: i % 5 }, () => "audio.gain"),
        added: aMoment.now - (i % 11) * day,
        isWithdrawn: i % 13 === 0,
      }),
    );
    const store = storeOf(documents);
    for (const query of ["sea OR wall", "length:>2 -fog", "", "is:withdrawn"])
      for (const sort of ["name", "added", "length"] as const) {
        const scan = new Scan(query, { sort, limit: 30, explain: false, moment: aMoment });
        for (const document of documents) scan.look(document);
        const { cards: found, total } = scan.answer();
        const expected = selected(store, query, aMoment, sort);
        expect([query, sort, found.map(({ id }) => id)]).toEqual([query, sort, expected.slice(0, 30)]);
        expect(total).toBe(expected.length);
      }
  });
  it("says why, by the words of a saved search", () => {
    const scan = new Scan("fog maker:sea*", { sort: "name", limit: 5, explain: true, moment: aMoment });
    scan.look(aDocument({ name: "Foghorn, fog", maker: "Seaside" }));
    expect(scan.answer().cards[0].why).toEqual({
      name: [{ start: 9, end: 12 }],
      maker: [{ start: 0, end: 3 }],
    });
  });
});

describe("what is left out of a search, so that it holds a card no longer", () => {
  const store = storeOf(
    cards(
      { name: "Wren, close" },
      { name: "Wrench on rust" },
      { name: "Wrens' nest" },
      { name: "Wrench and wrens" },
      { name: "Reed", note: "A wren’s song" },
      { name: "Yard", tags: [["tools", "wrench"]] },
    ),
  );
  const out = (query: string, name: string) => {
    const id = selected(store, query, aMoment).find((one) => store.documentById(one)!.name === name)!;
    return leaveOuts(store.documentById(id)!, query);
  };
  const words = (query: string, name: string) => out(query, name).map(({ word }) => word);

  it("is the word that its beginning let in, wherever it stands", () => {
    expect(words("wren*", "Wrench on rust")).toEqual(["wrench"]);
    expect(words("wren*", "Yard")).toEqual(["wrench"]);
    expect(words("wren*", "Wrench and wrens")).toEqual(["wrench", "wrens"]);
    expect(out("wren* OR yard", "Wrench on rust")[0].query).toBe("(wren* OR yard) -wrench");
  });

  it("is else a word of its name that was not asked for; nothing where there is none", () => {
    expect(words("wren", "Wren, close")).toEqual(["close"]);
    expect(words("wrench -tools", "Wrench on rust")).toEqual(["on", "rust"]);
    expect(words("yard", "Yard")).toEqual([]);
  });

  it("leaves it out, and can be read as it was meant", () => {
    for (const query of [
      "wren*",
      "wren* OR yard",
      "w*",
      '"wrench on"',
      "wrench",
      "wren* tag:tools",
      "is:unused wr* ye*",
    ])
      for (const id of selected(store, query, aMoment))
        for (const { query: next } of leaveOuts(store.documentById(id)!, query)) {
          expect(parseQuery(next).problems).toEqual([]);
          const left = selected(store, next, aMoment);
          expect(left).not.toContain(id);
          expect(left.every((one) => selected(store, query, aMoment).includes(one))).toBe(true);
        }
  });
});
