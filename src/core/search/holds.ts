import { fold } from "../text/fold";
import { searchedFields, textsOf, type SearchDocument } from "./document";
import type { Moment, Term, Test } from "./query/model";
import { queryWords, tokens, wordsAndParts, type Token } from "./tokens";

/**
 * How bare words are read. `exact`: a word is a whole word, as saved searches mean it. `beginnings`: a word is the beginning
 * of one, as while typing.
 */
export type Reading = "exact" | "beginnings";

/** Where of a text a word or phrase was found. */
export interface Found {
  readonly start: number;
  readonly end: number;
}

const caseless = (text: string) => text.normalize("NFC").toLowerCase();
const wordly = /[\p{L}\p{N}]/u;
const firstOf = (text: string) => String.fromCodePoint(text.codePointAt(0)!);
const lastOf = (text: string) => [...text.slice(-2)].at(-1)!;

/**
 * A run of characters, folded for case only. Where it begins or ends with a letter or digit it begins or ends at a border of
 * a word or of a part of one.
 */
export function findPhrase(text: string, phrase: string): Found | null {
  const [where, what] = [caseless(text), caseless(phrase)];
  if (what === "" || !where.includes(what)) return null;
  // Where folding changed how long the text is, borders are looked for in the folded text.
  const all = tokens(where.length === text.length ? text : where);
  const begins = wordly.test(firstOf(what)) ? new Set(all.map(({ start }) => start)) : null;
  const ends = wordly.test(lastOf(what)) ? new Set(all.map(({ end }) => end)) : null;
  for (let at = where.indexOf(what); at >= 0; at = where.indexOf(what, at + 1)) {
    const end = at + what.length;
    if ((begins?.has(at) ?? true) && (ends?.has(end) ?? true)) return { start: at, end };
  }
  return null;
}

/** The pieces of a typed word: `lo-fi` has two, which stand one after another. The last may be the beginning of a word. */
function findWord(text: string, pieces: readonly string[], isOpen: boolean): Found | null {
  const last = pieces.length - 1;
  const all = tokens(text);
  const is = (token: Token | undefined, i: number) =>
    token !== undefined &&
    (isOpen && i === last ? token.text.startsWith(pieces[i]) : token.text === pieces[i]);
  if (last === 0) return all.find((token) => is(token, 0)) ?? null;
  for (const list of wordsAndParts(all))
    for (let at = 0; at + last < list.length; at++)
      if (pieces.every((_, i) => is(list[at + i], i)))
        return { start: list[at].start, end: list[at + last].end };
  return null;
}

/** How a term is looked for in one text. */
export function finderOf(term: Term, reading: Reading, isAll: boolean): (text: string) => Found | null {
  const isOpen = term.isOpen || (reading === "beginnings" && !term.isPhrase && !isAll);
  const all = (text: string) => ({ start: 0, end: text.length });
  if (isAll) {
    const wanted = fold(term.text);
    return (text) =>
      (term.isOpen ? fold(text).startsWith(wanted) : fold(text) === wanted) ? all(text) : null;
  }
  if (term.isPhrase) return (text) => findPhrase(text, term.text);
  const pieces = queryWords(term.text);
  // Nothing but `*`: any text at all.
  if (pieces.length === 0) return (text) => (term.isOpen && text !== "" ? all(text) : null);
  return (text) => findWord(text, pieces, isOpen);
}

/** True where a query holds of a card. The plain meaning of the language: the index comes to the same, sooner. */
export function holds(test: Test, document: SearchDocument, reading: Reading, moment: Moment): boolean {
  switch (test.kind) {
    case "all":
      return test.of.every((one) => holds(one, document, reading, moment));
    case "any":
      return test.of.some((one) => holds(one, document, reading, moment));
    case "not":
      return !holds(test.of, document, reading, moment);
    case "fact":
      return test.holds(document, moment);
    case "text": {
      const find = finderOf(test.term, reading, test.isAll);
      return (test.within ?? searchedFields).some((field) =>
        textsOf(document, field).some((text) => find(text) !== null),
      );
    }
  }
}
