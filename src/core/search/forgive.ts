/**
 * True where `typed` is the beginning of `word` but for one wrong, missing, doubled or swapped letter
 * (one edit of Damerau–Levenshtein's kind). The first letter must be right: nobody misses that one, and asking for it
 * keeps surprises out. Pre: both folded. An exact beginning also gives true.
 */
export function beginsNearly(word: string, typed: string): boolean {
  if (word[0] !== typed[0]) return false;
  let i = 0;
  while (i < typed.length && word[i] === typed[i]) i++;
  if (i >= typed.length) return true;
  return (
    // wrong letter
    (i < word.length && restIs(word, i + 1, typed, i + 1)) ||
    // one letter too many
    restIs(word, i, typed, i + 1) ||
    // one letter left out
    restIs(word, i + 1, typed, i) ||
    // two letters swapped
    (typed[i] === word[i + 1] && typed[i + 1] === word[i] && restIs(word, i + 2, typed, i + 2))
  );
}

const restIs = (word: string, wordFrom: number, typed: string, typedFrom: number): boolean =>
  word.startsWith(typed.slice(typedFrom), wordFrom);

/** Words shorter than this must be right to the letter. */
export const shortestForgiven = 4;
