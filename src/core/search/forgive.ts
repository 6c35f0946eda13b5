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

/** Typed words from this length on may be the beginning of a word with a letter wrong, also where others begin so. */
export const longEnough = 4;
/** Shorter ones must be right to the letter. */
export const shortestForgiven = 3;

/** Three letters are too few to begin a word with one of them wrong; they may stand for a whole word of three or four. */
function isNearly(word: string, typed: string): boolean {
  const [a, b, c] = typed;
  if (word[0] !== a) return false;
  if (word.length === 3) return word[1] === b || word[2] === c || (word[1] === c && word[2] === b);
  // One of its letters was left out.
  return word.length === 4 && [1, 2, 3].some((at) => word.slice(0, at) + word.slice(at + 1) === typed);
}

/**
 * True where a typed word stands for a word with one letter wrong, missing, doubled or swapped: for the beginning of one where
 * four letters or more were typed, for a whole short one where three were. Three are forgiven where no word of the library
 * begins so, which is the caller's to see: else `fog` would find all that is `for` something. Pre: both folded.
 */
export const forgives = (word: string, typed: string): boolean =>
  typed.length >= longEnough
    ? beginsNearly(word, typed)
    : typed.length === shortestForgiven && isNearly(word, typed);
