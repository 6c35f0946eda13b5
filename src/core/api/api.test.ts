import Joi from "joi";
import { describe, expect, it } from "vitest";
import { reservedKeys } from "../keys/combination";
import { deepestFolder, longestAlias, longestName, longestNote } from "../text/names";
import { accountInput, newPassword } from "./account";
import { check } from "./check";
import { requestSchema } from "./command";
import { commandShapes, shapeOf } from "./commands";
import { alias, cardIds, id, nameOf, note, path, printedKey, strength } from "./fields";
import { ofLibrary } from "./operation";
import { operations } from "./operations";

/** What a field makes of a value: what comes out, or the code and words of the problem. */
const read = (field: Joi.Schema, value: unknown) => {
  const checked = check<{ it: unknown }>(Joi.object({ it: field }), { it: value });
  return "value" in checked ? checked.value.it : [checked.problem.code, checked.problem.message];
};

describe("cards that are changed together", () => {
  const some = (count: number) =>
    Array.from({ length: count }, (_, i) => `00000000-0000-7000-8000-${String(i).padStart(12, "0")}`);
  it.each([
    ["one", some(1), some(1)],
    ["as many as are changed at once", some(10_000), some(10_000)],
    [
      "more",
      some(10_001),
      ["bad-input", "At most 10,000 cards can be changed at once. Choose fewer, a folder at a time."],
    ],
    ["none", [], ["bad-input", "Choose a card first."]],
    ["one that is named twice", [...some(2), ...some(1)], ["bad-input", "A card is named twice."]],
  ])("%s", (_, ids, outcome) => expect(read(cardIds, ids)).toEqual(outcome));
});

describe("a name", () => {
  const name = nameOf("folder");
  it("comes out as it is stored", () => {
    // Unicode NFC of e and a combining acute (U+0065 U+0301) is é (U+00E9).
    expect(read(name, "  Cafe\u0301 \t by  the\nquay ")).toBe("Caf\u00e9 by the quay");
    expect(read(name, "x".repeat(longestName))).toBe("x".repeat(longestName));
  });
  it("is not empty, also not of white space alone", () => {
    for (const empty of ["", "  \t\n"])
      expect(read(name, empty)).toEqual(["no-name", "Give the folder a name."]);
  });
  it("is counted as it is stored", () => {
    expect(read(name, ` ${"x".repeat(longestName)} `)).toBe("x".repeat(longestName));
    expect(read(name, "x".repeat(longestName + 1))).toEqual([
      "long-name",
      "A folder's name has at most 200 characters; this one has 201.",
    ]);
    expect(read(name, "x".repeat(5 * longestName))).toEqual([
      "bad-input",
      "A folder's name has at most 200 characters.",
    ]);
  });
});

describe("a path", () => {
  const deep = (levels: number) => Array.from({ length: levels }, (_, i) => `f${i}`).join("/");
  it("has so many names at most, each of so many characters at most", () => {
    expect(read(path, "")).toBe("");
    expect(read(path, "Narration / Rooms")).toBe("Narration / Rooms");
    expect(read(path, deep(deepestFolder))).toBe(deep(deepestFolder));
    expect(read(path, deep(deepestFolder + 1))).toEqual(["too-deep", "Folders lie at most 12 deep."]);
    expect(read(path, `short/${"x".repeat(longestName + 7)}`)).toEqual([
      "long-name",
      "A folder's name has at most 200 characters; this one has 207.",
    ]);
  });
  it("counts no empty names", () => {
    expect(read(path, `/${deep(deepestFolder)}//`)).toBe(`/${deep(deepestFolder)}//`);
  });
});

it("a note has so many characters at most", () => {
  expect(read(note, "x".repeat(longestNote))).toHaveLength(longestNote);
  expect(read(note, "x".repeat(longestNote + 1))).toEqual([
    "bad-input",
    "A note has at most 4000 characters.",
  ]);
});

describe("an alias", () => {
  it("is one word", () => {
    expect(read(alias, " Zq ")).toBe("Zq");
    for (const bad of ["", " ", "two words", "x".repeat(longestAlias + 1), "x".repeat(1000)])
      expect(read(alias, bad)).toContain("An alias is one word of at most 40 characters.");
  });
});

describe("a card's key", () => {
  it("is one printed character, small", () => {
    expect(read(printedKey, "H")).toBe("h");
    expect(read(printedKey, "ö")).toBe("ö");
    // One character of two code units.
    expect(read(printedKey, "🜁")).toBe("🜁");
    for (const bad of ["", "ab", " ", "\t", "x".repeat(9)])
      expect(read(printedKey, bad)).toContain("A card's key is one printed character.");
  });
  it("is none of the bench's own, in either case, and says so", () => {
    for (const key of reservedKeys) {
      for (const typed of [key, key.toUpperCase()])
        expect(read(printedKey, typed)).toEqual(["key-reserved", `The bench itself uses ${key}.`]);
    }
  });
});

describe("an account", () => {
  const account = { name: "sound", email: "sound@island.example", password: "kelp lantern" };
  const problem = (change: object) => {
    const checked = check(accountInput, { ...account, ...change });
    return "problem" in checked ? checked.problem : null;
  };
  it("has an address, with any ending", () => {
    expect(problem({})).toBeNull();
    expect(problem({ email: "owner@team.tidal-yard" })).toBeNull();
    for (const email of ["", "nowhere", "a@", "@b.example", "a b@c.example", `${"x".repeat(300)}@b.example`])
      expect(problem({ email })).toMatchObject({ field: "email", message: "This is no e-mail address." });
  });
  it("has a password of 10 to 128 characters, with a remedy said where it has not", () => {
    expect(read(newPassword, "x".repeat(10))).toHaveLength(10);
    expect(read(newPassword, "x".repeat(128))).toHaveLength(128);
    for (const password of ["", "x".repeat(9), "x".repeat(129)])
      expect(problem({ password })).toEqual({
        code: "weak-password",
        field: "password",
        message: "A password has 10 to 128 characters.",
        hint: "Several words that have nothing to do with each other are easy to remember.",
      });
  });
});

it("a strength is kept to a thousandth of a percent", () => {
  expect(read(strength, 33.333_333)).toBe(33.333);
  expect(read(strength, 1e-50)).toBe(0);
  expect(read(strength, 100.1)).toContain("bad-input");
  // Text is no number here.
  expect(read(strength, "50")).toContain("bad-input");
});

it("an id is written as the database writes it", () => {
  const uuid = "0192f0c1-2345-7abc-8def-0123456789ab";
  expect(read(id, uuid)).toBe(uuid);
  for (const other of [`{${uuid}}`, uuid.replaceAll("-", ""), uuid.replaceAll("-", ":"), uuid.slice(1)])
    expect(read(id, other)).toContain("bad-input");
});

describe("what is wrong with a request", () => {
  const schema = requestSchema(shapeOf("edit-target"));
  const good = { sessionId: "0192f0c1-2345-7abc-8def-0123456789ab", targetIds: [] as string[], at: 0 };
  it("is said of the first thing, by the path to it", () => {
    expect(check(schema, good)).toMatchObject({ problem: { code: "bad-input", field: "targetIds" } });
    const targetIds = [good.sessionId];
    expect(check(schema, { ...good, targetIds })).toEqual({ value: { ...good, targetIds } });
    expect(check(schema, { ...good, targetIds, sends: [{ to: good.sessionId, level: 13 }] })).toMatchObject({
      problem: { field: "sends.0.level" },
    });
    expect(check(schema, { ...good, targetIds, at: NaN })).toMatchObject({ problem: { field: "at" } });
    expect(check(schema, { targetIds, at: 0 })).toMatchObject({ problem: { field: "sessionId" } });
    expect(check(schema, { ...good, targetIds, colour: "red" })).toMatchObject({
      problem: { field: "colour", message: "colour is not allowed." },
    });
  });
  it("is nothing for what a command leaves to its default", () => {
    const cardId = good.sessionId;
    expect(
      check(requestSchema(shapeOf("apply-card")), { sessionId: cardId, targetIds: [cardId], cardId }),
    ).toEqual({
      value: { sessionId: cardId, targetIds: [cardId], cardId, strength: 100, how: "replace" },
    });
  });
});

interface Described {
  readonly type: string;
  readonly rules?: readonly { readonly name: string; readonly args?: { readonly limit?: unknown } }[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
}
/** Every limit of a schema by the path to its field: `sends[].level: number min -60, max 12`. */
function limitsOf({ type, rules = [], keys = {}, items = [] }: Described, path: string): string[] {
  const limits = rules.flatMap(({ name, args }) =>
    typeof args?.limit === "number" ? [`${name} ${args.limit}`] : [],
  );
  return [
    ...(limits.length > 0 ? [`${path}: ${type} ${limits.join(", ")}`] : []),
    ...Object.entries(keys).flatMap(([key, field]) => limitsOf(field, `${path}.${key}`)),
    ...items.flatMap((item) => limitsOf(item, `${path}[]`)),
  ];
}

it("what scripts may send at most is what they are promised", () => {
  // A limit that is lowered breaks scripts; one that is raised lets a request cost more. Either is meant, or a mistake.
  const limits = commandShapes.flatMap(({ name, input }) => limitsOf(input.describe() as Described, name));
  expect(limits.sort()).toMatchInlineSnapshot(`
    [
      "add-group.fedBy: array min 1, max 1000",
      "add-group.name: string max 800",
      "add-group.names: array min 1, max 36",
      "add-group.names[]: string max 800",
      "add-targets.items: array min 1, max 500",
      "add-targets.items[].mediaId: string length 64",
      "add-targets.items[].name: string max 800",
      "answer-proposal.answer: string max 8000",
      "answer-proposal.name: string max 800",
      "answer-proposal.path: string max 4800",
      "answer-proposal.seen: number min 1, max 2147483647",
      "apply-card.at: number min 0, max 64",
      "apply-card.browsing: number min 1, max 10000",
      "apply-card.contentVersion: number min 1, max 2147483647",
      "apply-card.keys: number min 1, max 10000",
      "apply-card.range.end: number max 1000000",
      "apply-card.range.start: number min 0",
      "apply-card.seenTargets: object max 1000",
      "apply-card.strength: number min 0, max 100",
      "apply-card.targetIds: array min 1, max 1000",
      "apply-draft.at: number min 0, max 64",
      "apply-draft.parts: array min 1, max 64",
      "apply-draft.parts[].chain.settings: array max 64",
      "apply-draft.parts[].chain.settings[].effect: string max 100",
      "apply-draft.parts[].chain.settings[].motion.lanes: object max 100",
      "apply-draft.parts[].contentVersion: number min 1, max 2147483647",
      "apply-draft.parts[].name: string max 800",
      "apply-draft.range.end: number max 1000000",
      "apply-draft.range.start: number min 0",
      "apply-draft.seenTargets: object max 1000",
      "apply-draft.strength: number min 0, max 100",
      "apply-draft.targetIds: array min 1, max 1000",
      "apply-picks.picks: array min 1, max 24",
      "apply-picks.picks[].contentVersion: number min 1, max 2147483647",
      "apply-picks.picks[].targetIds: array min 1, max 100",
      "apply-picks.seenTargets: object max 1000",
      "bind-key.key: string max 8",
      "bring-back.targetIds: array min 1, max 500",
      "carry-over.seen: number min 1, max 2147483647",
      "carry-over.seenTargets: object max 1000",
      "carry-over.targetIds: array min 1, max 1000",
      "change-role.seen: number min 1, max 2147483647",
      "complete-timeline.media: array max 2000, min 1",
      "complete-timeline.media[].clip: number min 0",
      "complete-timeline.media[].mediaId: string length 64",
      "complete-timeline.seen: number min 1, max 2147483647",
      "copy-cards.cardIds: array min 1, max 1000",
      "copy-marks.onto: array min 1, max 10000",
      "create-folder.name: string max 800",
      "create-session.name: string max 800",
      "create-tag.name: string max 800",
      "cut-targets.range.end: number max 1000000",
      "cut-targets.range.start: number min 0",
      "cut-targets.targetIds: array min 1, max 500",
      "duplicate-session.name: string max 800",
      "edit-card.madeFor: string max 200",
      "edit-card.maker: string max 800",
      "edit-card.name: string max 800",
      "edit-card.note: string max 8000",
      "edit-card.seen: number min 1, max 2147483647",
      "edit-folder.name: string max 800",
      "edit-folder.seen: number min 1, max 2147483647",
      "edit-session.name: string max 800",
      "edit-session.seen: number min 1, max 2147483647",
      "edit-target.at: number min 0, max 360000",
      "edit-target.name: string max 800",
      "edit-target.seen: number min 1, max 2147483647",
      "edit-target.sends: array max 16",
      "edit-target.sends[].level: number min -60, max 12",
      "edit-target.targetIds: array min 1, max 1000",
      "erase-cards.cardIds: array min 1, max 1000",
      "file-cards.cardIds: array min 1, max 10000",
      "file-cards.path: string max 4800",
      "hide.cardIds: array min 1, max 10000",
      "hide.effect: string max 100",
      "hide.maker: string max 800",
      "import-card.file: string max 500000",
      "join-variants.cardIds: array min 2, max 32",
      "keep-card.chain.settings: array max 64",
      "keep-card.chain.settings[].effect: string max 100",
      "keep-card.chain.settings[].motion.lanes: object max 100",
      "keep-card.keptOn: string length 64",
      "keep-card.madeFor: string max 200",
      "keep-card.maker: string max 800",
      "keep-card.name: string max 800",
      "keep-card.note: string max 8000",
      "keep-card.path: string max 4800",
      "keep-list.mark: string max 8",
      "keep-list.name: string max 800",
      "keep-list.names: array min 1, max 36",
      "keep-list.names[]: string max 800",
      "keep-list.seen: number min 1, max 2147483647",
      "keep-routine.name: string max 800",
      "keep-routine.seen: number min 1, max 2147483647",
      "keep-search.name: string max 800",
      "keep-search.placed: array max 500",
      "keep-search.query: string max 2000",
      "keep-search.seen: number min 1, max 2147483647",
      "keep-team-list.mark: string max 8",
      "keep-team-list.name: string max 800",
      "keep-team-list.names: array min 1, max 36",
      "keep-team-list.names[]: string max 800",
      "keep-team-list.seen: number min 1, max 2147483647",
      "keep-team-search.name: string max 800",
      "keep-team-search.placed: array max 500",
      "keep-team-search.query: string max 2000",
      "keep-team-search.seen: number min 1, max 2147483647",
      "lay-timeline.media: array max 2000",
      "lay-timeline.media[].clip: number min 0",
      "lay-timeline.media[].mediaId: string length 64",
      "lay-timeline.name: string max 800",
      "mark-cards.cardIds: array min 1, max 10000",
      "mark-team-cards.cardIds: array min 1, max 10000",
      "merge-folders.seen: number min 1, max 2147483647",
      "merge-tags.seen: number min 1, max 2147483647",
      "move-cards.cardIds: array min 1, max 10000",
      "move-cards.path: string max 4800",
      "move-folder.seen: number min 1, max 2147483647",
      "move-tag.seen: number min 1, max 2147483647",
      "move-targets.targetIds: array min 1, max 1000",
      "offer-card.path: string max 4800",
      "part-variants.cardIds: array min 1, max 10000",
      "pin-card.contentVersion: number min 1, max 2147483647",
      "pin-card.targetIds: array min 1, max 1000",
      "prove-card.contentVersion: number min 1, max 2147483647",
      "prove-card.difference: number min -1000, max 1000",
      "prove-card.on: string max 200",
      "rate-cards.cardIds: array min 1, max 10000",
      "remove-folder.seen: number min 1, max 2147483647",
      "remove-member.seen: number min 1, max 2147483647",
      "remove-session.seen: number min 1, max 2147483647",
      "remove-tag.seen: number min 1, max 2147483647",
      "remove-targets.targetIds: array min 1, max 1000",
      "rename-cards.names: array min 1, max 10000",
      "rename-cards.names[].name: string max 800",
      "rename-tag.name: string max 800",
      "rename-tag.seen: number min 1, max 2147483647",
      "render-in-place.range.end: number max 1000000",
      "render-in-place.range.start: number min 0",
      "render-in-place.rendered: array max 500",
      "render-in-place.rendered[].mediaId: string length 64",
      "render-in-place.rendered[].of: string length 64",
      "render-in-place.targetIds: array min 1, max 500",
      "revise-card.chain.settings: array max 64",
      "revise-card.chain.settings[].effect: string max 100",
      "revise-card.chain.settings[].motion.lanes: object max 100",
      "revise-card.keptOn: string length 64",
      "revise-card.seen: number min 1, max 2147483647",
      "run-routine.drawn: array max 32",
      "run-routine.range.end: number max 1000000",
      "run-routine.range.start: number min 0",
      "run-routine.rendered: array max 500",
      "run-routine.rendered[].mediaId: string length 64",
      "run-routine.rendered[].of: string length 64",
      "run-routine.seenTargets: object max 1000",
      "run-routine.targetIds: array min 1, max 1000",
      "set-alias.text: string max 160",
      "set-chain.chain.settings: array max 64",
      "set-chain.chain.settings[].effect: string max 100",
      "set-chain.chain.settings[].motion.lanes: object max 100",
      "set-chain.seen: number min 1, max 2147483647",
      "set-chain.strength: number min 0, max 100",
      "set-chains.chains: array min 1, max 200",
      "set-chains.chains[].chain.settings: array max 64",
      "set-chains.chains[].chain.settings[].effect: string max 100",
      "set-chains.chains[].chain.settings[].motion.lanes: object max 100",
      "set-chains.chains[].seen: number min 1, max 2147483647",
      "set-default.chain.settings: array max 64",
      "set-default.chain.settings[].effect: string max 100",
      "set-default.chain.settings[].motion.lanes: object max 100",
      "set-keys.keys: array min 1, max 400",
      "set-keys.keys[].key: string max 8",
      "tag-cards.cardIds: array min 1, max 10000",
      "tag-cards.path: string max 4800",
      "tag-cards.tags: array min 1, max 20",
      "tag-cards.tags[].path: string max 4800",
      "tidy-own.steps: array min 1, max 500",
      "tidy.steps: array min 1, max 500",
      "withdraw-cards.cardIds: array min 1, max 10000",
    ]
  `);
});

describe("the operations", () => {
  it("are each at an address of their own", () => {
    const addresses = operations.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });
  it("need a right wherever they concern a library, and none that only a library gives elsewhere", () => {
    for (const { path, needs, summary } of operations)
      expect([summary, ["none", "user"].includes(needs)]).toEqual([
        summary,
        // Who changes a password has to be a person, whatever the library.
        !path.startsWith(ofLibrary) && path !== "/account/password",
      ]);
  });
  it("take a body or a query, and a body only where something is changed", () => {
    for (const { method, body, query, takesFile } of operations) {
      expect(body && query).toBeUndefined();
      if (method === "GET") expect([body, takesFile]).toEqual([undefined, undefined]);
    }
  });
});
