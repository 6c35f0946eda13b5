import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder, aHead, aList, aTag } from "../../../testing/library";
import { replicaOf, type Replica } from "../library/change";
import type { CardHead } from "../library/entities";
import { scoreOf, type Habit } from "../library/habit";
import { Shelf } from "../library/shelf";
import type { NearPairs } from "../measure/likeness/near-pairs";
import { longUnused, type Finding, type Found, type Look } from "./define";
import { clashingAliases } from "./findings/clashing-aliases";
import { costly } from "./findings/costly";
import { deadKeys } from "./findings/dead-keys";
import { forgotten } from "./findings/forgotten";
import { longLists } from "./findings/long-lists";
import { missingEffects } from "./findings/missing-effects";
import { missingFiles } from "./findings/missing-files";
import { namesakes } from "./findings/namesakes";
import { nearFolders, nearTags } from "./findings/near-branches";
import { nearlySame } from "./findings/nearly-same";
import { sameSettings } from "./findings/same-settings";
import { unfiled } from "./findings/unfiled";
import { untagged } from "./findings/untagged";
import { findings } from "./index";
import { nearNames } from "./naming";

const now = Date.UTC(2026, 5, 1);
const day = 24 * 3_600_000;

interface Given {
  readonly cards?: readonly Partial<CardHead>[];
  readonly rows?: Omit<Parameters<typeof replicaOf>[0], "card">;
  readonly habits?: readonly Habit[];
  readonly lately?: readonly string[] | null;
  readonly keys?: Readonly<Record<string, number>>;
  readonly pairs?: NearPairs["pairs"];
  readonly lacks?: Readonly<Record<string, number>>;
}

/** What Upkeep looks at, of a library with these rows. */
function lookAt({
  cards = [],
  rows = {},
  habits = [],
  lately = [],
  keys = {},
  pairs = [],
  lacks = {},
}: Given): Look {
  const replica: Replica = replicaOf({
    ...rows,
    card: cards.map((card, i) => aHead({ id: `${i}`, name: `Card ${i}`, fingerprint: `f${i}`, ...card })),
  });
  return {
    replica,
    shelf: new Shelf(replica),
    habitsOf: (id) => habits.filter(({ cardId }) => cardId === id),
    now,
    memberId: "me",
    usedLately: lately && new Set(lately),
    fewestKeys: ({ id }) => Promise.resolve(keys[id] === undefined ? null : { keys: keys[id], typed: "…" }),
    missingFiles: () => Promise.resolve(new Map(Object.entries(lacks))),
    nearPairs: (medium) => Promise.resolve(medium === "audio" ? { pairs, left: 3 } : { pairs: [], left: 4 }),
  };
}

const habit = (cardId: string, uses: number, lastAt = now): Habit => ({
  cardId,
  kind: "clip",
  uses,
  lastAt,
  score: scoreOf(lastAt) + Math.log2(uses),
});
const anAlias = (given: object) => ({
  id: "a",
  version: 1,
  ownerId: null,
  text: "fog",
  cardId: null,
  searchId: null,
  folderId: null,
  routineId: null,
  ...given,
});
const aKey = (given: object) => ({ ...anAlias(given), ownerId: "me", key: "7", medium: null, ...given });
/** What a finding finds, however it tells. */
const findIn = async (finding: Finding, look: Look): Promise<readonly Found[]> => {
  const looked = await finding.find(look);
  return "found" in looked ? looked.found : looked;
};
const idsOf = async (finding: Finding, look: Look) => (await findIn(finding, look)).map(({ ids }) => ids);
const stepsOf = (finding: Finding, remedy: number, found: readonly Found[], look: Look) =>
  finding.remedies[remedy].steps(found, look).map(({ command, input }) => [command, input] as const);

describe("cards that lie nowhere", () => {
  const look = lookAt({
    cards: [
      { folderId: "rooms", effects: ["audio.convolution", "audio.gain"] },
      { folderId: null, effects: ["audio.convolution", "audio.gain"] },
      { folderId: null, effects: ["audio.limiter"] },
      { folderId: null, layer: "supplied" },
      { folderId: null, withdrawn: true },
    ],
    rows: { folder: [aFolder({ id: "rooms", name: "Rooms" })] },
  });
  it("are found where somebody can file them, and are filed where cards like them lie", async () => {
    expect(await idsOf(unfiled, look)).toEqual([["1"], ["2"]]);
    const found = await findIn(unfiled, look);
    expect(stepsOf(unfiled, 0, found, look)).toEqual([["move-cards", { cardIds: ["1"], folderId: "rooms" }]]);
    expect(unfiled.remedies[0].words(found.slice(0, 1), look)).toBe(
      "File it in “Rooms”, where cards like it lie",
    );
    // Nothing lies anywhere that is like it.
    expect(stepsOf(unfiled, 0, found.slice(1), look)).toEqual([]);
  });
  it("are no matter where the member has hidden them", async () => {
    const hiding = {
      id: "h",
      version: 1,
      ownerId: "me",
      folderId: null,
      tagId: null,
      effect: null,
      maker: null,
    };
    const hidden = lookAt({ cards: [{}], rows: { hiding: [{ ...hiding, cardId: "0" }] } });
    expect(await idsOf(unfiled, hidden)).toEqual([]);
  });
});

describe("cards without tags", () => {
  it("are tagged as at least half of their folder's tagged cards are, of three or more", async () => {
    const rows = {
      tag: [aTag({ id: "wet" }), aTag({ id: "far", name: "far" }), aTag({ id: "odd", name: "odd" })],
    };
    const cards = [
      { folderId: "w", tagIds: ["wet", "odd"] },
      { folderId: "w", tagIds: ["wet", "far"] },
      { folderId: "w", tagIds: ["far"] },
      { folderId: "w" },
      { folderId: "few", tagIds: ["wet"] },
      { folderId: "few" },
      {},
    ];
    const look = lookAt({ cards, rows });
    const found = await findIn(untagged, look);
    expect(found.map(({ id }) => id)).toEqual(["3", "5", "6"]);
    expect(stepsOf(untagged, 0, found, look)).toEqual([
      ["tag-cards", { cardIds: ["3"], tagId: "wet", on: true }],
      ["tag-cards", { cardIds: ["3"], tagId: "far", on: true }],
    ]);
  });
});

describe("cards that do the same", () => {
  const cards = [
    { fingerprint: "same", name: "Old" },
    { fingerprint: "same", name: "Used" },
    { fingerprint: "same", name: "Supplied", layer: "supplied" as const },
    { fingerprint: "other" },
    { fingerprint: "same", name: "Gone", withdrawn: true },
  ];
  it("stay as the one that cannot go or is used most; the others are withdrawn or hidden", async () => {
    const look = lookAt({ cards, habits: [habit("1", 3)] });
    expect(await idsOf(sameSettings, look)).toEqual([["2", "1", "0"]]);
    const found = await findIn(sameSettings, look);
    expect(stepsOf(sameSettings, 0, found, look)).toEqual([
      ["withdraw-cards", { cardIds: ["1", "0"], withdrawn: true }],
    ]);
    expect(stepsOf(sameSettings, 1, found, look)).toEqual([["hide", { cardIds: ["1", "0"], on: true }]]);
    expect(sameSettings.says(found[0], look)).toBe("same chain as “Used”, “Old”");
  });
  it("leave a supplied one alone where it is not the one that stays", async () => {
    const two = lookAt({ cards: [cards[2], { ...cards[2], name: "Supplied too" }] });
    const found = await findIn(sameSettings, two);
    expect(stepsOf(sameSettings, 0, found, two)).toEqual([]);
    expect(stepsOf(sameSettings, 1, found, two)).toEqual([["hide", { cardIds: ["1"], on: true }]]);
  });
  it("go for none that is a member's alone, which is theirs to withdraw", async () => {
    const own = { layer: "private" as const, ownerId: "me", fingerprint: "same" };
    const look = lookAt({ cards: [own, { ...cards[0] }, own], habits: [habit("0", 50)] });
    const found = await findIn(sameSettings, look);
    expect(found[0].ids).toEqual(["1", "0", "2"]);
    expect(stepsOf(sameSettings, 0, found, look)).toEqual([]);
    expect(stepsOf(sameSettings, 1, found, look)).toEqual([["hide", { cardIds: ["0", "2"], on: true }]]);
  });
  it("are found by what they do, the nearest first, with how far apart they are", async () => {
    const pairs: NearPairs["pairs"] = [
      { ids: ["0", "1"], apart: 0.61 },
      { ids: ["1", "2"], apart: 0.2 },
      { ids: ["3", "4"], apart: 0.1 },
    ];
    const look = lookAt({
      cards: [{}, {}, { name: "Twin" }, { groupId: "variants" }, { groupId: "variants" }],
      pairs,
      habits: [habit("1", 9)],
    });
    const found = await findIn(nearlySame, look);
    expect(found.map(({ ids, figure }) => [ids, figure])).toEqual([
      [["1", "2"], 0.2],
      [["1", "0"], 0.61],
    ]);
    // What there was no time for, of all media.
    expect(await nearlySame.find(look)).toMatchObject({ left: 7 });
    expect(nearlySame.says(found[0], look)).toBe("0.2 dB from “Twin”");
    // One that goes twice goes once.
    expect(stepsOf(nearlySame, 0, [...found, ...found], look)).toEqual([
      ["withdraw-cards", { cardIds: ["2", "0"], withdrawn: true }],
    ]);
  });
});

describe("cards of one name", () => {
  const rows = {
    folder: [aFolder({ id: "n", name: "Narration" }), aFolder({ id: "y", name: "Yard" })],
    alias: [
      anAlias({ text: "sp", ownerId: "me", cardId: "9" }),
      anAlias({ id: "b", text: "NSP", cardId: "9" }),
    ],
  };
  it("are given an alias each that nothing else has, by their first letters and folders", async () => {
    const cards = [
      { name: "Short plate", folderId: "n" },
      { name: "short  plate".replace("  ", " "), folderId: "y" },
      { name: "Alone" },
    ];
    const look = lookAt({ cards, rows });
    const found = await findIn(namesakes, look);
    expect(found.map(({ ids }) => ids)).toEqual([["0", "1"]]);
    expect(stepsOf(namesakes, 0, found, look)).toEqual([
      ["set-alias", { cardId: "0", text: "nasp" }],
      ["set-alias", { cardId: "1", text: "ysp" }],
    ]);
  });
  it("are told by their new aliases, as long as they are few", async () => {
    const words = async (count: number) => {
      const look = lookAt({ cards: Array.from({ length: count }, () => ({ name: "Short plate" })), rows });
      return namesakes.remedies[0].words(await findIn(namesakes, look), look);
    };
    expect(await words(3)).toMatch(/^Recall them by “[^”]+”, “[^”]+”, “[^”]+”$/);
    expect(await words(4)).toBe("Give 4 cards a short alias each");
  });
  it("are no matter as variants of each other, or where each has an alias", async () => {
    const variants = [
      { name: "Plate", groupId: "g" },
      { name: "Plate", groupId: "g" },
    ];
    expect(await idsOf(namesakes, lookAt({ cards: variants }))).toEqual([]);
    const half = [anAlias({ id: "0", text: "p0", cardId: "0" })];
    expect(
      await idsOf(
        namesakes,
        lookAt({ cards: [{ name: "Plate" }, { name: "Plate" }], rows: { alias: half } }),
      ),
    ).toEqual([["0", "1"]]);
    // Half of them variants are two things of one name.
    expect(
      await idsOf(namesakes, lookAt({ cards: [{ name: "Plate", groupId: "g" }, { name: "Plate" }] })),
    ).toEqual([["0", "1"]]);
    const called = ["0", "1"].map((cardId) => anAlias({ id: cardId, text: `p${cardId}`, cardId }));
    const named = [{ name: "Plate" }, { name: "Plate" }];
    expect(await idsOf(namesakes, lookAt({ cards: named, rows: { alias: called } }))).toEqual([]);
  });
});

describe("cards that cost many keys", () => {
  it("are those with which an alias saves most, by how often they are used in two weeks", async () => {
    const cards = [{ name: "Foghorn distance" }, { name: "Wind off" }, { name: "Bound" }, { name: "Rare" }];
    const look = lookAt({
      cards,
      rows: { keyBinding: [aKey({ cardId: "2" })] },
      // Sixteen uses now are as many as come together at eleven in each two weeks.
      habits: [habit("0", 16), habit("1", 16), habit("2", 99), habit("3", 4, now - 200 * day)],
      keys: { "0": 7, "1": 4, "2": 9, "3": 12 },
    });
    const found = await findIn(costly, look);
    expect(found.map(({ id, gives }) => [id, gives])).toEqual([["0", { alias: "fd", keys: 7 }]]);
    expect(found[0].figure).toBeCloseTo(3 * 16 * Math.LN2, 9);
    expect(costly.says(found[0], look)).toBe("7 keys now, 4 by “fd”: saves about 33 keys in two weeks");
    expect(stepsOf(costly, 0, found, look)).toEqual([["set-alias", { cardId: "0", text: "fd" }]]);
  });
  it("count as the longest that is tried where nothing short finds them", async () => {
    const found = await findIn(costly, lookAt({ cards: [{ name: "Wind off" }], habits: [habit("0", 4)] }));
    expect(found[0].gives).toEqual({ alias: "wo", keys: 16 });
  });
});

describe("cards that nobody uses", () => {
  const old = new Date(now - longUnused - day).toISOString();
  const young = new Date(now - longUnused + day).toISOString();
  const cards = [{ addedAt: old }, { addedAt: young }, { addedAt: old }, { addedAt: old }];
  const habits = [habit("3", 1, now - 100 * day)];
  it("have been there for ninety days, and nobody has applied them since", async () => {
    const look = lookAt({ cards, habits, lately: ["2"] });
    const found = await findIn(forgotten, look);
    expect(found.map(({ id }) => id)).toEqual(["0", "3"]);
    expect(found.map((one) => forgotten.says(one, look))).toEqual([
      "added 91 days ago",
      "applied by you 100 days ago",
    ]);
  });
  it("are none as long as it is not known what others apply", async () => {
    expect(await idsOf(forgotten, lookAt({ cards, lately: null }))).toEqual([]);
  });
  it("leave a list that has grown too long", async () => {
    const many = Array.from({ length: 25 }, (_, i) => ({ addedAt: i < 3 ? old : young }));
    const favourite = many.map((_, i) => ({
      id: `f${i}`,
      version: 1,
      ownerId: null,
      listId: "l",
      cardId: `${i}`,
      position: `a${i}`,
    }));
    const favouritesList = [aList({ id: "l", ownerId: null }), aList({ id: "short" })];
    const look = lookAt({ cards: many, rows: { favourite, favouritesList } });
    const found = await findIn(longLists, look);
    expect(found).toEqual([{ id: "l", ids: ["l"], figure: 25 }]);
    expect(longLists.says(found[0], look)).toBe("25 cards, 3 unused for 90 days");
    expect(stepsOf(longLists, 0, found, look)).toEqual([
      ["mark-team-cards", { cardIds: ["0", "1", "2"], listId: "l", on: false }],
    ]);
    const shorter = { favourite: favourite.slice(1), favouritesList };
    expect(await idsOf(longLists, lookAt({ cards: many, rows: shorter }))).toEqual([]);
  });
});

describe("what recalls", () => {
  it("clashes where the member's own alias hides the team's, or what it stood for is gone", async () => {
    const alias = [
      anAlias({ id: "team", text: "Fog", cardId: "0" }),
      anAlias({ id: "own", ownerId: "me", text: "fog", cardId: "1" }),
      anAlias({ id: "same", ownerId: "me", text: "fogs", cardId: "0" }),
      anAlias({ id: "fogs", text: "FOGS", cardId: "0" }),
      anAlias({ id: "dead", ownerId: "me", text: "old", cardId: "2" }),
      anAlias({ id: "nowhere", ownerId: "me", text: "gone", folderId: "x" }),
    ];
    const look = lookAt({ cards: [{}, {}, { withdrawn: true }], rows: { alias } });
    const found = await findIn(clashingAliases, look);
    expect(found.map(({ ids }) => ids)).toEqual([["own", "team"], ["dead"], ["nowhere"]]);
    expect(clashingAliases.says(found[0], look)).toBe("yours recalls “Card 1”, the team's “Card 0”");
    expect(stepsOf(clashingAliases, 0, found.slice(1), look)).toEqual([
      ["remove-alias", { aliasId: "dead" }],
      ["remove-alias", { aliasId: "nowhere" }],
    ]);
  });
  it("is freed of what is out of use", async () => {
    const keyBinding = [
      aKey({ id: "1", key: "1", cardId: "0" }),
      aKey({ id: "2", key: "2", cardId: "1" }),
      aKey({ id: "3", key: "3", searchId: "gone" }),
    ];
    const look = lookAt({ cards: [{}, { withdrawn: true }], rows: { keyBinding } });
    const found = await findIn(deadKeys, look);
    expect(stepsOf(deadKeys, 0, found, look)).toEqual([
      ["bind-key", { key: "2", medium: null, cardId: null }],
      ["bind-key", { key: "3", medium: null, cardId: null }],
    ]);
  });
});

describe("names that are nearly one", () => {
  const nearAmong = (names: readonly string[]) =>
    nearNames(names.map((name, i) => ({ id: `${i}`, name })))
      .map(([a, b]) => `${a.name}=${b.name}`)
      .sort();
  it("differ in case, signs, a plural or, from five letters on, one letter, but not in a number", () => {
    expect(nearAmong(["Foghorn & sea", "foghorn sea", "Rain", "Rains", "Ruin"])).toEqual([
      "Foghorn & sea=foghorn sea",
      "Rain=Rains",
    ]);
    expect(nearAmong(["Harbour", "Harbor", "Habrour", "Harbours"])).toHaveLength(5);
    expect(nearAmong(["Reel 13", "Reel 12", "Lamp1", "Lamp"])).toEqual([]);
    expect(nearAmong(["Wind", "Wand", "", "!"])).toEqual([]);
  });
  it("are found like by looking at every pair", () => {
    const name = fc.string({ unit: fc.constantFrom(..."abc1 s"), minLength: 3, maxLength: 7 });
    /** Levenshtein's distance with neighbours swapped, by its definition. */
    const edits = (a: string, b: string): number => {
      const d = (i: number, j: number): number =>
        i === 0 || j === 0
          ? i + j
          : Math.min(
              at(i - 1, j) + 1,
              at(i, j - 1) + 1,
              at(i - 1, j - 1) + Number(a[i - 1] !== b[j - 1]),
              i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]
                ? at(i - 2, j - 2) + 1
                : Infinity,
            );
      const memo = new Map<string, number>();
      const at = (i: number, j: number): number => {
        const key = `${i} ${j}`;
        if (!memo.has(key)) memo.set(key, d(i, j));
        return memo.get(key)!;
      };
      return at(a.length, b.length);
    };
    const bare = (text: string) => text.replaceAll(" ", "").replace(/s$/, "");
    fc.assert(
      fc.property(fc.array(name, { maxLength: 12 }), (names) => {
        const plainly: string[] = [];
        for (const [j, b] of names.entries())
          for (const a of names.slice(0, j)) {
            const [p, q] = [bare(a), bare(b)];
            if (p === "" || q === "") continue;
            const isLong = p.length >= 5 && q.length >= 5;
            const digits = (text: string) => text.replace(/\D+/g, " ");
            if ((p === q || (isLong && edits(p, q) <= 1)) && digits(p) === digits(q))
              plainly.push(`${a}=${b}`);
          }
        expect(nearAmong(names)).toEqual(plainly.sort());
      }),
      { numRuns: 400 },
    );
  });
  it("are merged into the fuller one, none that has gone into another again", async () => {
    const folder = [
      aFolder({ id: "a", name: "Harbour" }),
      aFolder({ id: "b", name: "Harbor" }),
      aFolder({ id: "c", name: "harbour", parentId: "a" }),
    ];
    const look = lookAt({
      cards: [{ folderId: "b" }, { folderId: "b" }, { folderId: "a" }],
      rows: { folder },
    });
    const found = await findIn(nearFolders, look);
    // The one that lies in its own namesake was made so.
    expect(found.map(({ ids }) => ids)).toEqual([
      ["b", "a"],
      ["b", "c"],
    ]);
    expect(stepsOf(nearFolders, 0, [found[0], { id: "x", ids: ["a", "c"] }], look)).toEqual([
      ["merge-folders", { folderId: "a", intoId: "b" }],
    ]);
    const tag = [aTag({ id: "1", name: "fog" }), aTag({ id: "2", name: "Fogs" })];
    const tags = lookAt({ cards: [{ tagIds: ["2"] }], rows: { tag } });
    expect(stepsOf(nearTags, 0, await findIn(nearTags, tags), tags)).toEqual([
      ["merge-tags", { tagId: "1", intoId: "2" }],
    ]);
  });
});

describe("cards of which something is not installed", () => {
  it("name what they need", async () => {
    const look = lookAt({
      cards: [{ effects: ["audio.gain"] }, { effects: ["audio.gone", "audio.gain", "audio.gone"] }],
    });
    const [one, ...others] = await findIn(missingEffects, look);
    expect([one.id, others]).toEqual(["1", []]);
    expect(missingEffects.says(one, look)).toBe("needs audio.gone");
  });

  it("are cards whose files the library does not have", async () => {
    const cards = [
      { effects: ["audio.convolution"] },
      { effects: ["image.lut"] },
      { effects: ["audio.gain"] },
    ];
    const look = lookAt({ cards, lacks: { 1: 1, 2: 5 } });
    const found = await findIn(missingFiles, look);
    // One without an effect that takes files is not asked about.
    expect(found.map(({ ids }) => ids)).toEqual([["1"]]);
    expect(missingFiles.says(found[0], look)).toBe("1 file of it is missing");
    // Without any such card the server is not asked.
    const silent = {
      ...lookAt({ cards: cards.slice(2) }),
      missingFiles: () => Promise.reject(new Error("asked")),
    };
    expect(await findIn(missingFiles, silent)).toEqual([]);
  });
});

describe("every finding", () => {
  it("says each thing once, and of an empty library nothing", async () => {
    const empty = lookAt({});
    for (const finding of findings) {
      expect(await findIn(finding, empty)).toEqual([]);
      for (const remedy of finding.remedies) expect(remedy.steps([], empty)).toEqual([]);
    }
    expect(new Set(findings.map(({ id }) => id)).size).toBe(findings.length);
    const remedies = findings.map(({ remedies }) => remedies.map(({ id }) => id));
    for (const ids of remedies) expect(new Set(ids).size).toBe(ids.length);
  });
  it("asks nothing of a card that is gone since it was found", () => {
    const gone: Found = { id: "x", ids: ["gone", "too"], figure: 1, gives: { alias: "x", keys: 9 } };
    const look = lookAt({ cards: [aCard()] });
    for (const finding of findings.filter((one) => one.of === "card"))
      for (const remedy of finding.remedies) expect(remedy.steps([gone], look)).toEqual([]);
  });
});
