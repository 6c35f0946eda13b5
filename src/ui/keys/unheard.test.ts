import { expect, it } from "vitest";
import { UnheardLetters } from "./unheard";

it("what is typed after a refused key runs nothing, until there is a pause, Enter or another key", () => {
  const letters = new UnheardLetters();
  const letter = (now: number) => letters.take("a", true, now);
  expect(letter(0)).toBe(false);
  letters.begin(1000);
  expect(letter(1200)).toBe(true);
  // However long it is, over spaces and what is taken away again.
  for (let i = 1; i < 30; i++) {
    const key = i % 7 === 0 ? " " : i % 11 === 0 ? "Backspace" : "a";
    expect(letters.take(key, key === "a", 1200 + i * 600)).toBe(true);
  }
  expect(letter(1200 + 29 * 600 + 701)).toBe(false);
  expect(letter(1200 + 29 * 600 + 702)).toBe(false);
  letters.begin(50_000);
  expect(letters.take("ArrowDown", false, 50_100)).toBe(false);
  expect(letter(50_200)).toBe(false);
  letters.begin(60_000);
  expect(letter(60_100)).toBe(true);
  expect(letters.take("Enter", false, 60_200)).toBe(true);
  expect(letters.take("Enter", false, 60_300)).toBe(false);
  expect(letters.take("Backspace", false, 60_400)).toBe(false);
});
