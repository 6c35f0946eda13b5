import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fileName } from "../library/file-names";
import { cleanName, freeName, lengthOf, longestName, shortened } from "./names";

const anyText = fc.string({ unit: "grapheme", maxLength: 300 });

describe("characters", () => {
  it("are code points: what Unicode writes with two units in UTF-16 is one", () => {
    // U+1F428 and U+1D11E lie beyond the first plane. Source: Unicode 15, chapter 2.4.
    expect(["", "abc", "\u{1F428}", "\u{1D11E}a\u{1F428}"].map(lengthOf)).toEqual([0, 3, 1, 3]);
    fc.assert(fc.property(anyText, (text) => void expect(lengthOf(text)).toBe([...text].length)));
  });

  it("are never cut in half", () => {
    fc.assert(
      fc.property(anyText, fc.nat(300), (text, longest) => {
        const short = shortened(text, longest);
        expect(text.startsWith(short)).toBe(true);
        expect(lengthOf(short)).toBe(Math.min(longest, lengthOf(text)));
        expect(short.isWellFormed()).toBe(true);
      }),
    );
  });

  it("of a name that is numbered stay whole too", () => {
    const long = "\u{1F428}".repeat(longestName);
    const free = freeName(long, new Set([long]));
    expect(free.isWellFormed()).toBe(true);
    expect(free).toMatch(/ 2$/);
    expect(lengthOf(free)).toBeLessThanOrEqual(longestName);
  });
});

it("a name that is cleaned is clean", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary" }), (text) => {
      const clean = cleanName(text);
      expect(clean.isWellFormed()).toBe(true);
      expect(cleanName(clean)).toBe(clean);
    }),
  );
});

it("a file's name fits into the 255 bytes that file systems take, with a number and an ending", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary", maxLength: 400 }), (text) => {
      const name = fileName(text);
      expect(Buffer.byteLength(`${name} 99999.timeline.json`)).toBeLessThanOrEqual(255);
      expect(name.isWellFormed()).toBe(true);
    }),
  );
  expect(fileName("\u{1F428}".repeat(200))).toBe("\u{1F428}".repeat(50));
});
