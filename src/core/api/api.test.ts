import Joi from "joi";
import { describe, expect, it } from "vitest";
import { reservedKeys } from "../keys/combination";
import { deepestFolder, longestAlias, longestName, longestNote } from "../text/names";
import { accountInput, newPassword } from "./account";
import { check } from "./check";
import { requestSchema } from "./command";
import { shapeOf } from "./commands";
import { alias, id, nameOf, note, path, printedKey, strength } from "./fields";
import { ofLibrary } from "./operation";
import { operations } from "./operations";

/** What a field makes of a value: what comes out, or the code and words of the problem. */
const read = (field: Joi.Schema, value: unknown) => {
  const checked = check<{ it: unknown }>(Joi.object({ it: field }), { it: value });
  return "value" in checked ? checked.value.it : [checked.problem.code, checked.problem.message];
};

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
