import { expect, it } from "vitest";
import { UnheardLetters } from "./unheard";

it("letters after a refused key run nothing, until there is a pause or another key", () => {
  const letters = new UnheardLetters();
  expect(letters.take(true, 0)).toBe(false);
  letters.begin(1000);
  expect(letters.take(true, 1200)).toBe(true);
  // However long the word is.
  for (let i = 1; i < 30; i++) expect(letters.take(true, 1200 + i * 600)).toBe(true);
  expect(letters.take(true, 1200 + 29 * 600 + 701)).toBe(false);
  expect(letters.take(true, 1200 + 29 * 600 + 702)).toBe(false);
  letters.begin(50_000);
  expect(letters.take(false, 50_100)).toBe(false);
  expect(letters.take(true, 50_200)).toBe(false);
});
