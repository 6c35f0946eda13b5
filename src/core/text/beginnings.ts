import { fold } from "./fold";

/** The words of a text, without case and accents. */
const wordsOf = (text: string): string[] =>
  fold(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** A test of names: every word that is typed begins a word of theirs. */
export function beginningIn(typed: string): (name: string) => boolean {
  const words = wordsOf(typed);
  return (name) => {
    const have = wordsOf(name);
    return words.every((word) => have.some((one) => one.startsWith(word)));
  };
}
