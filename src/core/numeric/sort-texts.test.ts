import fc from "fast-check";
import { expect, it } from "vitest";
import { orderOfTexts } from "./sort-texts";

it("puts texts in the order of their codes, whatever they begin with, and leaves those alike as they came", () => {
  // Few characters, so that many begin alike; the border of what a number holds; pairs of surrogates; nothing.
  const text = fc.oneof(
    fc.string({
      unit: fc.constantFrom("a", "b", "~", "\u007e", "\u007f", "\u0080", "ÿ", "😀", "\u0000"),
      maxLength: 7,
    }),
    fc.string({ unit: "grapheme" }),
  );
  fc.assert(
    fc.property(fc.array(text, { maxLength: 80 }), (texts) => {
      const expected = texts
        .map((_, i) => i)
        .sort((a, b) => (texts[a] < texts[b] ? -1 : texts[a] > texts[b] ? 1 : a - b));
      expect([...orderOfTexts(texts)]).toEqual(expected);
    }),
    { numRuns: 3000 },
  );
});
