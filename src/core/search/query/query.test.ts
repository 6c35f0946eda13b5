import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cleanName } from "../../text/names";
import { queryFields } from "../fields";
import { compileQuery, compileRecall, ownIn } from "./compile";
import type { Node, Query } from "./model";
import { nameOfQuery } from "./name";
import { deepestQuery, longestQuery, mostTerms, parseQuery } from "./parse";
import { printQuery, termsOf, withoutTerm, writeValue } from "./print";

/** The shape of what was read, without places: `(and a (not b))`. */
function shape(node: Node | null): string {
  switch (node?.kind) {
    case undefined:
      return "";
    case "all":
      return `(and ${node.of.map(shape).join(" ")})`;
    case "any":
      return `(or ${node.of.map(shape).join(" ")})`;
    case "not":
      return `(not ${shape(node.of)})`;
    default:
      return printQuery(node);
  }
}
const read = (text: string) => shape(parseQuery(text).root);
const problems = ({ problems: all, text }: Query) =>
  all.map(({ code, start, end }) => [code, text.slice(start, end)]);

describe("reading a query", () => {
  // The grammar of the design (query, or, and, not, atom), a line each.
  it.each([
    ["", ""],
    ["gull", "gull"],
    ["gull plate", "(and gull plate)"],
    ["gull AND plate", "(and gull plate)"],
    ["gull OR plate", "(or gull plate)"],
    ["a b OR c d", "(or (and a b) (and c d))"],
    ["(a OR b) c", "(and (or a b) c)"],
    ["-a b", "(and (not a) b)"],
    ["NOT a b", "(and (not a) b)"],
    ["- a", "a"],
    ["NOT NOT a", "a"],
    ["--a", "a"],
    ["-(a b)", "(not (and a b))"],
    ["and or not", "(and and or not)"],
    ["ORa NOTb", "(and ORa NOTb)"],
    ["lo-fi", "lo-fi"],
    ["lo*", "lo*"],
    ['"a b" c', '(and "a b" c)'],
    ["“a b”", '"a b"'],
    ['"say \\"no\\""', '"say \\"no\\""'],
    ["name:gull", "name:gull"],
    ["NAME:gull", "name:gull"],
    ['name:"a b"', 'name:"a b"'],
    ["name:(a, b)", "name:(a, b)"],
    ["name:(a b)", "name:(a, b)"],
    ['maker:("a b", c*)', 'maker:("a b", c*)'],
    ["length:>=4", "length:>=4"],
    ["-in:a/b c", "(and (not in:a/b) c)"],
    ["alias:*", "alias:*"],
    ["— · !", ""],
    // A picture is no word, and meant all the same.
    ["🌊", '"🌊"'],
    ["gull 🌊", '(and gull "🌊")'],
    ["a — b", "(and a b)"],
    ["((a))", "a"],
    ["http://x", "http://x"],
    ["10:30", "10:30"],
  ])("%s", (text, expected) => expect(read(text)).toBe(expected));

  it.each([
    ["gull OR", "gull", [["unfinished", "OR"]]],
    ["OR gull", "gull", [["unfinished", "OR"]]],
    ["gull AND", "gull", [["unfinished", "AND"]]],
    ["gull NOT", "gull", [["unfinished", "NOT"]]],
    ["gull -", "gull", []],
    ['gull "plate sh', '(and gull "plate sh")', [["unfinished", '"']]],
    ["gull (plate", "(and gull plate)", [["unfinished", "("]]],
    ["gull in:", "gull", [["unfinished", "in:"]]],
    ["gull maker:(a,", "(and gull maker:a)", [["unfinished", "("]]],
    ["gull ) plate", "(and gull plate)", [["stray", ")"]]],
    ["colour:red", "colour:red", [["unknown-field", "colour:"]]],
    ["length:many", "length:many", [["bad-value", "many"]]],
    ["name:>gull", "name:>gull", [["bad-value", "gull"]]],
    ["length:=>4", "length:4", [["bad-value", "=>"]]],
    ["is:(used, splendid)", "is:(used, splendid)", [["bad-value", "splendid"]]],
    ["added:2026-02-30", "added:2026-02-30", [["bad-value", "2026-02-30"]]],
    ["in:/", "in:/", [["bad-value", "/"]]],
    ["by:—*", "by:—*", []],
  ] as const)("%s answers, and says what is wrong or missing where it is", (text, expected, wrong) => {
    const query = parseQuery(text);
    expect([shape(query.root), problems(query)]).toEqual([expected, wrong]);
  });

  it.each([
    ["name:<gull", "name: is not a number or a time, so that nothing is less than it."],
    ["name:>=gull", "name: is not a number or a time, so that nothing is more than it."],
    ["colour:red", "There is no field “colour”: it is looked for as a word."],
    ["length:=>4", "“=>” compares nothing: there are <, <=, >, >= and =."],
    ["(fog", "This bracket is still open."],
    ["fog)", "No bracket is open here."],
    ['"fog', "This phrase is still open."],
    ["fog OR", "OR stands between two things; one is missing."],
    ["fog NOT", "What is not wanted is missing."],
  ])("says of %s what is wrong with it", (text, words) =>
    expect(parseQuery(text).problems.map((problem) => Object.values(problem))).toEqual([
      expect.arrayContaining([words]) as unknown,
    ]),
  );

  it("tells, at every letter, what was typed so far without a mistake", () => {
    const text = 'gull -(in:weather OR "sea wall") length:>2';
    for (let end = 0; end <= text.length; end++)
      for (const { code } of parseQuery(text.slice(0, end)).problems)
        expect(["unfinished", "bad-value"]).toContain(code);
    expect(parseQuery(text).problems).toEqual([]);
  });

  it("has an end, however long, deep or many-worded it is", () => {
    const long = parseQuery("a ".repeat(longestQuery));
    expect(problems(long).map(([code]) => code)).toEqual(["too-long", "too-long"]);
    expect(termsOf(long.root)).toHaveLength(mostTerms);
    const deep = parseQuery(`${"(".repeat(deepestQuery + 1)}a`);
    expect([deep.root, deep.problems[0].code]).toEqual([null, "too-long"]);
    expect(read(`${"(".repeat(deepestQuery)}a`)).toBe("a");
    expect(read(`${"-".repeat(1999)}a`)).toBe("(not a)");
    expect(parseQuery(`name:(${"a,".repeat(900)})`).root).toMatchObject({ kind: "field" });
  });

  it("reads any text", () => {
    const piece = fc.constantFrom(
      "(",
      ")",
      '"',
      "-",
      "OR",
      "AND",
      "NOT",
      " ",
      "in:",
      "is:",
      "a",
      "*",
      ",",
      "<",
      "\\",
      "x:",
      "“",
    );
    const text = fc.oneof(
      fc.string({ unit: "binary" }),
      fc.array(piece).map((list) => list.join("")),
    );
    fc.assert(
      fc.property(text, (typed) => {
        const query = parseQuery(typed);
        for (const { start, end } of [...query.problems, ...termsOf(query.root)])
          expect(0 <= start && start <= end && end <= typed.length).toBe(true);
        compileQuery(query);
        compileRecall(query);
        ownIn(query);
        // What is printed asks for the same, and printing that again changes nothing.
        const printed = printQuery(query.root);
        const again = parseQuery(printed);
        expect([shape(again.root), printQuery(again.root)]).toEqual([shape(query.root), printed]);
      }),
      { numRuns: 4000 },
    );
  });
});

describe("terms", () => {
  it.each([
    ["a b c", 1, "a c"],
    ["a OR b", 0, "b"],
    ["(a OR b) c", 1, "a c"],
    ["a -b", 1, "a"],
    ["-(a b) c", 0, "-b c"],
    ["in:(x, y) a", 0, "a"],
    ["NOT in:x", 0, ""],
  ])("of %s the one at %d can be taken out", (text, at, left) => {
    const terms = termsOf(parseQuery(text).root);
    expect(withoutTerm(text, terms[at])).toBe(left);
  });
  it("stand at their places in the text", () => {
    const text = 'gull -in:weather ("sea wall" OR is:used)';
    expect(termsOf(parseQuery(text).root).map(({ start, end }) => text.slice(start, end))).toEqual([
      "gull",
      "-in:weather",
      '"sea wall"',
      "is:used",
    ]);
  });
  it.each(["plate", "sea wall", "AND", 'say "no"', "a(b", "-x", "back\\slash", "in:x", "x,y", "end*"])(
    "a value is written so that it is read as itself: %s",
    (value) => {
      const root = parseQuery(`name:${writeValue(value)}`).root;
      expect(root).toMatchObject({ kind: "field", terms: [{ text: value, isOpen: false }] });
    },
  );
});

describe("what belongs to one member", () => {
  it.each<[string, string[]]>([
    ["plate in:rooms -layer:supplied", []],
    ["is:unfiled", []],
    ["is:(unfiled, favourite)", ["is:favourite"]],
    ["plate -used:>90d", ["used:"]],
    ["(key:* OR is:unused) key:3", ["key:", "is:unused"]],
  ])("%s", (text, own) => expect(ownIn(parseQuery(text))).toEqual(own));
});

describe("every field", () => {
  it.each(queryFields.map((field) => [field.name, field] as const))(
    "%s has examples that are read",
    (name, field) => {
      expect(field.examples.length).toBeGreaterThan(0);
      for (const [text] of field.examples) {
        const query = parseQuery(text);
        expect([text, query.problems]).toEqual([text, []]);
        expect(text).toContain(`${name}:`);
      }
    },
  );
  it.each(queryFields.map((field) => [field.name, field] as const))(
    "%s takes what it offers",
    (name, field) => {
      const none = () => [];
      const offers =
        field.offers?.({
          folders: none,
          tags: none,
          lists: none,
          makers: none,
          members: none,
          keys: none,
          aliases: none,
        }) ?? [];
      for (const { value } of offers) {
        const text = `${name}:${/^[<>*]/.test(value) ? value : writeValue(value)}`;
        expect([text, parseQuery(text).problems]).toEqual([text, []]);
      }
    },
  );
});

describe("a search without a name", () => {
  it.each([
    ["wren", "wren"],
    ["tarn -bridge", "tarn without bridge"],
    ["-bridge tarn -rail", "tarn without bridge, rail"],
    ["-bridge", "without bridge"],
    ['in:"Narration/Rooms" fog', "Rooms fog"],
    ["maker:fog", "fog"],
    ["fog OR (horn -ferry)", "fog or horn without ferry"],
    ["added:<7d is:unused", "added < 7d unused"],
    ['"small  hall"', "small hall"],
    ["tag:(wet, windy)", "wet or windy"],
    ["", ""],
    ["  ", ""],
  ])("“%s” is called “%s”", (query, name) => expect(nameOfQuery(parseQuery(query).root)).toBe(name));

  it("has a name that can be read, whatever it asks for", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (query) => {
        const name = nameOfQuery(parseQuery(query).root);
        expect(name).toBe(cleanName(name));
        expect(Array.from(name).length).toBeLessThanOrEqual(60);
      }),
    );
  });
});
