import { Bits } from "../numeric/bits";
import type { SearchSort } from "../library/entities";
import { searchedFields, type SearchedField } from "./document";
import { deciderOf, type Reading } from "./holds";
import { fieldBits, fieldMask, type IndexStore } from "./index-store";
import type { Moment, Term, Test } from "./query/model";
import { compileQuery, type Asked } from "./query/compile";
import { parseQuery } from "./query/parse";
import { sortValue } from "./sort";
import { queryWords } from "./tokens";

type TextTest = Extract<Test, { kind: "text" }>;

/** Entries in whose fields some words stand. */
function entriesWith(store: IndexStore, words: Iterable<number>, within: TextTest["within"]): Bits {
  const fields = (within ?? searchedFields).reduce((mask, f) => mask | (1 << searchedFields.indexOf(f)), 0);
  const found = new Bits(store.entries);
  for (const word of words) {
    const { list, length } = store.allWords.postingsOf(word);
    for (let i = 0; i < length; i++)
      if (fields & (1 << (list[i] & fieldMask))) found.add(list[i] >> fieldBits);
  }
  return found;
}

function* beginning(store: IndexStore, text: string): Iterable<number> {
  const { order } = store.allWords.ranks();
  const [low, high] = store.allWords.range(text);
  for (let rank = low; rank < high; rank++) yield order[rank];
}

function* exactly(store: IndexStore, text: string): Iterable<number> {
  const number = store.allWords.find(text);
  if (number !== undefined) yield number;
}

/**
 * Words of which one stands at the border where such a phrase begins: a word there, as it was cut, goes on in the phrase or
 * the phrase's first word goes on in it.
 */
function* whereBegins(store: IndexStore, head: string): Iterable<number> {
  for (let length = 1; length < head.length; length++) yield* exactly(store, head.slice(0, length));
  yield* beginning(store, head);
}

/** Entries that may hold the term, and whether all of them do; null: no entry can be ruled out. */
function mayHold(
  store: IndexStore,
  term: Term,
  within: readonly SearchedField[] | null,
  reading: Reading,
): { readonly entries: Bits; readonly isSure: boolean } | null {
  const pieces = queryWords(term.text);
  if (pieces.length === 0) return null;
  if (term.isPhrase)
    return /^[\p{L}\p{N}]/u.test(term.text.normalize("NFC").toLowerCase())
      ? { entries: entriesWith(store, whereBegins(store, pieces[0]), within), isSure: false }
      : null;
  const isOpen = (term.isOpen || reading === "beginnings") && pieces.length === 1;
  const words = isOpen ? beginning(store, pieces[0]) : exactly(store, pieces[0]);
  return { entries: entriesWith(store, words, within), isSure: pieces.length === 1 };
}

/** The entries among some for which a query holds. */
function among(store: IndexStore, test: Test, some: Bits, reading: Reading, moment: Moment): Bits {
  const check = (entries: Bits) => {
    const found = new Bits(store.entries);
    const holds = deciderOf(test, reading);
    for (const entry of entries) {
      const document = store.documentOf(entry);
      if (document && holds(document, moment)) found.add(entry);
    }
    return found;
  };
  switch (test.kind) {
    case "all": {
      // Words first: what is decided card by card is then asked of fewer.
      const ordered = [...test.of].sort((a, b) => Number(a.kind !== "text") - Number(b.kind !== "text"));
      return ordered.reduce((left, one) => among(store, one, left, reading, moment), some);
    }
    case "any":
      return test.of.reduce(
        (found, one) => found.or(among(store, one, some.meet([], [found]), reading, moment)),
        new Bits(store.entries),
      );
    case "not":
      return some.meet([], [among(store, test.of, some, reading, moment)]);
    case "fact":
      return check(some);
    case "text": {
      // `=` asks for the whole of a text, of which the index knows only the words.
      const may = test.isAll ? null : mayHold(store, test.term, test.within, reading);
      if (!may) return check(some);
      const entries = may.entries.meet([some]);
      return may.isSure ? entries : check(entries);
    }
  }
}

/** The entries for which a query holds. */
export function select(
  store: IndexStore,
  { test, withdrawn, hidden }: Pick<Asked, "test" | "withdrawn" | "hidden">,
  reading: Reading,
  moment: Moment,
): Bits {
  const some = store.live(withdrawn, hidden);
  return test ? among(store, test, some, reading, moment) : some;
}

/** The cards for which a saved search holds, in its order: those placed by hand first; those alike by name. */
export function selected(
  store: IndexStore,
  query: string,
  moment: Moment,
  sort: SearchSort = "name",
  placed: readonly string[] = [],
): string[] {
  const entries = select(store, compileQuery(parseQuery(query)), "exact", moment);
  const documents = store
    .nameRanks()
    .byRank.flatMap((entry) => (entries.has(entry) ? store.documentOf(entry)! : []));
  if (sort !== "name") {
    const values = new Map(documents.map((document) => [document, sortValue(document, sort)]));
    documents.sort((a, b) => values.get(b)! - values.get(a)!);
  }
  const ids = documents.map(({ id }) => id);
  if (placed.length === 0) return ids;
  const [held, first] = [new Set(ids), new Set(placed)];
  return [...placed.filter((id) => held.has(id)), ...ids.filter((id) => !first.has(id))];
}
