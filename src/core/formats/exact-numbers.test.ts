import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Json } from "../chain/model";
import { parseExact, stringifyExact } from "./exact-numbers";

describe("numbers that JavaScript would change", () => {
  it.each([
    "9007199254740993",
    "-12345678901234567890",
    "1e400",
    "[1,18446744073709551615]",
    '{"a":{"b":-1e999}}',
  ])("%s goes out as it came in", (text) => {
    expect(JSON.stringify(JSON.parse(text))).not.toBe(text);
    expect(stringifyExact(parseExact(text))).toBe(text);
  });

  it("all else is as JSON has it, texts that look like numbers or like what is kept among it (property)", () => {
    const texts = fc.constantFrom("9007199254740993", '{"fichier:number":"1"}', '\\"', "\\");
    fc.assert(
      fc.property(fc.json(), fc.array(texts), (text, more) => {
        const value = [JSON.parse(text) as Json, ...more];
        const plain = JSON.stringify(value);
        expect(stringifyExact(parseExact(plain))).toBe(plain);
        expect(stringifyExact(parseExact(plain), 2)).toBe(JSON.stringify(value, null, 2));
        // Numbers alone are kept in another form.
        if (!/\d{16}/.test(plain.replace(/"[^"\\]*(\\.[^"\\]*)*"/g, "")))
          expect(parseExact(plain)).toEqual(value);
      }),
    );
  });

  it("what is no JSON is refused as ever", () => {
    expect(() => parseExact("[1,")).toThrow(SyntaxError);
  });
});
