import { fold } from "../text/fold";
import { searchedFields, textsOf, type SearchDocument, type SearchedField } from "./document";
import type { Moment, Term, Test } from "./query/model";
import { queryWords, tokens, wordsAndParts, type Token } from "./tokens";

/**
 * How bare words are read. `exact`: a word is a whole word, as saved searches mean it. `beginnings`: a word is the beginning
 * of one, as while typing.
 */
export type Reading = "exact" | "beginnings";

/** Where of a text a word or phrase was found. */
interface Found {
  readonly start: number;
  readonly end: number;
}

const caseless = (text: string) => text.normalize("NFC").toLowerCase();
const wordly = /[\p{L}\p{N}]/u;
const firstOf = (text: string) => String.fromCodePoint(text.codePointAt(0)!);
const lastOf = (text: string) => [...text.slice(-2)].at(-1)!;

/** A text with what is looked at of it: each made when it is first asked for, however many words are looked for. */
export class CutText {
  private words: readonly Token[] | null = null;
  private small: string | null = null;

  constructor(readonly text: string) {}

  get tokens(): readonly Token[] {
    return (this.words ??= tokens(this.text));
  }
  get caseless(): string {
    return (this.small ??= caseless(this.text));
  }
}

/** The texts of a card. */
class Texts {
  private readonly cut = new Map<SearchedField, readonly CutText[]>();

  constructor(private readonly document: SearchDocument) {}

  of(field: SearchedField): readonly CutText[] {
    let texts = this.cut.get(field);
    if (!texts) {
      texts = textsOf(this.document, field).map((text) => new CutText(text));
      this.cut.set(field, texts);
    }
    return texts;
  }
}

/**
 * A run of characters, folded for case only. Where it begins or ends with a letter or digit it begins or ends at a border of
 * a word or of a part of one.
 */
function phraseFinder(phrase: string): (text: CutText) => Found | null {
  const what = caseless(phrase);
  if (what === "") return () => null;
  const [beginsAtBorder, endsAtBorder] = [wordly.test(firstOf(what)), wordly.test(lastOf(what))];
  return (text) => {
    const where = text.caseless;
    if (!where.includes(what)) return null;
    // Where folding changed how long the text is, borders are looked for in the folded text.
    const all = where.length === text.text.length ? text.tokens : tokens(where);
    const begins = beginsAtBorder ? new Set(all.map(({ start }) => start)) : null;
    const ends = endsAtBorder ? new Set(all.map(({ end }) => end)) : null;
    for (let at = where.indexOf(what); at >= 0; at = where.indexOf(what, at + 1)) {
      const end = at + what.length;
      if ((begins?.has(at) ?? true) && (ends?.has(end) ?? true)) return { start: at, end };
    }
    return null;
  };
}

/** The pieces of a typed word: `lo-fi` has two, which stand one after another. The last may be the beginning of a word. */
function wordFinder(pieces: readonly string[], isOpen: boolean): (text: CutText) => Found | null {
  const last = pieces.length - 1;
  const is = (token: Token | undefined, i: number) =>
    token !== undefined &&
    (isOpen && i === last ? token.text.startsWith(pieces[i]) : token.text === pieces[i]);
  if (last === 0) return (text) => text.tokens.find((token) => is(token, 0)) ?? null;
  return (text) => {
    for (const list of wordsAndParts(text.tokens))
      for (let at = 0; at + last < list.length; at++)
        if (pieces.every((_, i) => is(list[at + i], i)))
          return { start: list[at].start, end: list[at + last].end };
    return null;
  };
}

/** How a term is looked for in one text. */
export function finderOf(term: Term, reading: Reading, isAll: boolean): (text: CutText) => Found | null {
  const isOpen = term.isOpen || (reading === "beginnings" && !term.isPhrase && !isAll);
  const all = ({ text }: CutText) => ({ start: 0, end: text.length });
  if (isAll) {
    const wanted = fold(term.text);
    return (cut) =>
      (term.isOpen ? fold(cut.text).startsWith(wanted) : fold(cut.text) === wanted) ? all(cut) : null;
  }
  if (term.isPhrase) return phraseFinder(term.text);
  const pieces = queryWords(term.text);
  // Nothing but `*`: any text at all.
  if (pieces.length === 0) return (cut) => (term.isOpen && cut.text !== "" ? all(cut) : null);
  return wordFinder(pieces, isOpen);
}

type Decide = (texts: Texts, document: SearchDocument, moment: Moment) => boolean;

function decide(test: Test, reading: Reading): Decide {
  switch (test.kind) {
    case "all": {
      const all = test.of.map((one) => decide(one, reading));
      return (...of) => all.every((one) => one(...of));
    }
    case "any": {
      const any = test.of.map((one) => decide(one, reading));
      return (...of) => any.some((one) => one(...of));
    }
    case "not": {
      const one = decide(test.of, reading);
      return (...of) => !one(...of);
    }
    case "fact":
      return (_, document, moment) => test.holds(document, moment);
    case "text": {
      const find = finderOf(test.term, reading, test.isAll);
      const fields = test.within ?? searchedFields;
      return (texts) => fields.some((field) => texts.of(field).some((text) => find(text) !== null));
    }
  }
}

/**
 * Decides whether a query holds of a card. The plain meaning of the language: the index comes to the same, sooner. Made once
 * for a query; a card's texts are cut once however much is asked of them.
 */
export function deciderOf(
  test: Test,
  reading: Reading,
): (document: SearchDocument, moment: Moment) => boolean {
  const decided = decide(test, reading);
  return (document, moment) => decided(new Texts(document), document, moment);
}
