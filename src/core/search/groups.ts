import type { Bits } from "../numeric/bits";
import { searchedFields, textsOf, type SearchedField } from "./document";
import { CutText, finderOf } from "./holds";
import { fieldBits, fieldMask, type IndexStore } from "./index-store";
import { bareTerms } from "./query/bare-terms";
import { compileQuery } from "./query/compile";
import type { Moment, Node, Span, Term } from "./query/model";
import { parseQuery } from "./query/parse";
import { printQuery, writeValue } from "./query/print";
import { select } from "./select";
import { queryWords } from "./tokens";

/** Cards that one word of a query let in by the same fields. */
export interface Group extends Span {
  /** As it stands in the cards; a word whose beginning was asked for has several. */
  readonly word: string;
  readonly fields: readonly SearchedField[];
  readonly count: number;
  /** The query without these cards, and with them alone of what this word lets in; null where no field asks for that. */
  readonly without: string | null;
  readonly alone: string | null;
}

/** Cards in which phrases are looked for one by one. */
const mostLookedAt = 5000;
/** Words that begin alike and are told apart. */
const mostWords = 40;

/** By word and fields, as bits, how many of some cards a term lets in. */
function countsOf(store: IndexStore, term: Term, members: Bits): Map<string, Map<number, number>> {
  const byWord = new Map<string, Map<number, number>>();
  const note = (word: string, masks: Iterable<number>) => {
    const counts = new Map<number, number>();
    for (const mask of masks) counts.set(mask, (counts.get(mask) ?? 0) + 1);
    if (counts.size > 0) byWord.set(word, counts);
  };
  const pieces = queryWords(term.text);
  if (!term.isPhrase && pieces.length === 1) {
    const { allWords } = store;
    const { order } = allWords.ranks();
    const number = allWords.find(pieces[0]);
    const [low, high] = allWords.range(pieces[0]);
    const words = term.isOpen ? order.slice(low, Math.min(high, low + mostWords)) : [number ?? -1];
    for (const word of words) {
      if (word < 0) continue;
      const masks = new Map<number, number>();
      const { list, length } = allWords.postingsOf(word);
      for (let i = 0; i < length; i++) {
        const entry = list[i] >> fieldBits;
        if (members.has(entry)) masks.set(entry, (masks.get(entry) ?? 0) | (1 << (list[i] & fieldMask)));
      }
      note(allWords.textOf(word), masks.values());
    }
    return byWord;
  }
  const find = finderOf(term, "exact", false);
  const masks: number[] = [];
  for (const entry of members) {
    if (masks.length >= mostLookedAt) break;
    const document = store.documentOf(entry)!;
    masks.push(
      searchedFields.reduce(
        (mask, field, i) =>
          textsOf(document, field).some((text) => find(new CutText(text))) ? mask | (1 << i) : mask,
        0,
      ),
    );
  }
  note(
    term.text,
    masks.filter((mask) => mask !== 0),
  );
  return byWord;
}

const fieldsOf = (mask: number): SearchedField[] => searchedFields.filter((_, i) => mask & (1 << i));
/** Folders that are named one by one: of folders a query asks for names, not for words. */
const mostFolders = 8;

/** The names of the folders of some cards in which a word or phrase stands; null where they are too many to be named. */
function foldersWith(store: IndexStore, members: Bits, has: (name: string) => boolean): string[] | null {
  const names = new Set<string>();
  // A folder's path is one list for all of its cards.
  const seen = new Set<readonly string[]>();
  for (const entry of members) {
    const { folder } = store.documentOf(entry)!;
    if (seen.has(folder)) continue;
    seen.add(folder);
    for (const name of folder) if (has(name)) names.add(name);
    if (names.size > mostFolders) return null;
  }
  return [...names];
}

/**
 * The cards that a saved search holds, by the words that let them in, the most first; each with the query that leaves them
 * out.
 */
export function groupsOf(store: IndexStore, text: string, moment: Moment): Group[] {
  const query = parseQuery(text);
  const members = select(store, compileQuery(query), "exact", moment);
  const groups: Group[] = [];
  const whole = printQuery(query.root);
  for (const term of bareTerms(query.root))
    for (const [word, counts] of countsOf(store, term, members)) {
      const value = term.isPhrase ? `"${word}"` : writeValue(word);
      const hasFolders = [...counts.keys()].some((mask) => fieldsOf(mask).includes("folder"));
      const find = finderOf({ ...term, text: word, isOpen: false }, "exact", false);
      const folders = hasFolders
        ? foldersWith(store, members, (name) => find(new CutText(name)) !== null)
        : [];
      const inFolders = `in:(${(folders ?? []).map((name) => writeValue(name)).join(", ")})`;
      const inFields = (fields: readonly SearchedField[]) =>
        fields.map((field) => (field === "folder" ? inFolders : `${field}:${value}`));
      for (const [mask, count] of counts) {
        const larger = [...counts.keys()].filter((other) => other !== mask && (other & mask) === mask);
        const besides = fieldsOf(larger.reduce((all, other) => all | other, 0) & ~mask);
        const parts = [...inFields(fieldsOf(mask)), ...inFields(besides).map((one) => `-${one}`)];
        const these = parts.join(" ");
        const canAsk = folders !== null || ![...fieldsOf(mask), ...besides].includes("folder");
        groups.push({
          start: term.start,
          end: term.end,
          word,
          fields: fieldsOf(mask),
          count,
          without: canAsk
            ? `${isAny(query.root) ? `(${whole})` : whole} -${parts.length === 1 ? these : `(${these})`}`
            : null,
          alone: canAsk ? `${text.slice(0, term.start)}${these}${text.slice(term.end)}` : null,
        });
      }
    }
  return groups.sort((a, b) => b.count - a.count || (a.word < b.word ? -1 : 1));
}

const isAny = (node: Node | null) => node?.kind === "any";
