import { fold } from "../text/fold";

/** A searchable word and where it stands in the original text (UTF-16 units). */
export interface Token {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** A word as it was written; the others are parts of the one before them. */
  readonly isWhole: boolean;
}

const run = /[\p{L}\p{M}\p{N}'’]+/gu;
/** Scripts that are written without spaces, where only a dictionary knows the words. */
const unspaced =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;
/** What a character is to the borders inside a run. */
const enum Kind {
  Small,
  Capital,
  Letter,
  Digit,
  Mark,
  Other,
}

function kindOf(character: string): Kind {
  if (/\p{Ll}/u.test(character)) return Kind.Small;
  if (/\p{Lu}/u.test(character)) return Kind.Capital;
  if (/\p{L}/u.test(character)) return Kind.Letter;
  if (/\p{N}/u.test(character)) return Kind.Digit;
  return /\p{M}/u.test(character) ? Kind.Mark : Kind.Other;
}

const isLetter = (kind: Kind) => kind <= Kind.Letter;

/**
 * The parts of a run: cut between letter and digit, before a capital that follows two or more letters of which the last
 * is small, and before the last capital of several where a small letter follows. A single small letter before a capital
 * stays with it, as in the units dB and kHz. Marks belong to the letter before them. One pass, whatever stands there.
 */
function* partsOf(word: string): Iterable<string> {
  const characters = [...word];
  const kinds = characters.map(kindOf);
  let from = 0;
  /** Kinds of the last two characters that are no marks, in the same part or before it. */
  let [last, beforeLast]: [Kind, Kind] = [Kind.Other, Kind.Other];
  let isMarked = false;
  for (let i = 0; i < characters.length; i++) {
    const kind = kinds[i];
    if (kind === Kind.Mark) {
      isMarked = true;
      continue;
    }
    const cuts =
      (isLetter(last) && kind === Kind.Digit) ||
      (last === Kind.Digit && !isMarked && isLetter(kind)) ||
      (last === Kind.Small && isLetter(beforeLast) && kind === Kind.Capital) ||
      (last === Kind.Capital && !isMarked && kind === Kind.Capital && kinds[i + 1] === Kind.Small);
    if (cuts && i > from) {
      yield characters.slice(from, i).join("");
      from = i;
    }
    [beforeLast, last, isMarked] = [last, kind, false];
  }
  yield characters.slice(from).join("");
}

/** Characters of a text that are searched, and words of it. */
const [longestText, mostWords] = [4000, 400];

const segmenter = new Intl.Segmenter("und", { granularity: "word" });

const ascii = /^[\x20-\x7e]*$/;
const asciiRun = /[A-Za-z0-9']+/g;

function* runs(text: string): Iterable<{ word: string; start: number }> {
  // Most texts, and ten times as quick.
  if (ascii.test(text)) {
    for (const match of text.matchAll(asciiRun)) yield { word: match[0], start: match.index };
    return;
  }
  if (unspaced.test(text)) {
    for (const part of segmenter.segment(text))
      if (part.isWordLike) yield { word: part.segment, start: part.index };
    return;
  }
  for (const match of text.matchAll(run)) yield { word: match[0], start: match.index };
}

const folded = (word: string) => {
  const whole = fold(word);
  return whole.includes("'") || whole.includes("’") ? whole.replace(/['’]/g, "") : whole;
};

/** Words in which there is no border to look for. */
const plainWord = /^(?:[A-Z]?[a-z]*|[0-9]+)$/;

/**
 * The words of a text. It is cut first and folded after: at Unicode word borders, between letters and digits and at
 * camel-case borders; a word that was cut inside is also there as a whole (`LoFi2` → lofi2, lo, fi, 2). Of a text, the first
 * 4,000 characters and 400 words count.
 */
export function tokens(text: string): Token[] {
  const result: Token[] = [];
  for (const { word, start } of runs(text.length > longestText ? text.slice(0, longestText) : text)) {
    if (result.length >= mostWords) break;
    const whole = folded(word);
    if (whole === "") continue;
    result.push({ text: whole, start, end: start + word.length, isWhole: true });
    if (plainWord.test(word)) continue;
    const parts = [...partsOf(word)];
    if (parts.length === 1) continue;
    let at = start;
    for (const part of parts) {
      const piece = folded(part);
      if (piece !== "") result.push({ text: piece, start: at, end: at + part.length, isWhole: false });
      at += part.length;
    }
  }
  return result;
}

/** The words of a typed query, folded, in the order of typing. Cut only at white space and `/ _ - .`, never inside a run. */
export const queryWords = (query: string): string[] =>
  Array.from(runs(query), ({ word }) => folded(word)).filter((w) => w !== "");

/** Of some words with their parts the words as they were written, and the smallest pieces: the parts of those that were cut, else the word. */
export const wordsAndParts = <T extends Pick<Token, "isWhole">>(
  all: readonly T[],
): [whole: T[], parts: T[]] => [
  all.filter(({ isWhole }) => isWhole),
  all.filter(({ isWhole }, i) => !isWhole || all[i + 1]?.isWhole !== false),
];
