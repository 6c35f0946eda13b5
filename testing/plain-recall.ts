import {
  fieldTexts,
  fitsTarget,
  searchedFields,
  type SearchDocument,
  type SearchTarget,
} from "../src/core/search/document";
import { forgives } from "../src/core/search/forgive";
import { queryWords, tokens, wordsAndParts } from "../src/core/search/tokens";
import { bestVariant } from "../src/core/library/variants";
import { fold, sortKey } from "../src/core/text/fold";

/** A card's texts in words: read once, since a look at every card comes by each of them for every query. */
interface Read {
  /** By the place of their field. */
  readonly fields: readonly (readonly string[])[];
  readonly initials: readonly string[];
  readonly name: readonly string[];
  readonly key: string;
}
const known = new WeakMap<SearchDocument, Read>();

function readOf(document: SearchDocument): Read {
  let read = known.get(document);
  if (!read) {
    const texts = fieldTexts(document);
    read = {
      fields: searchedFields.map((field) => tokens(texts[field]).map(({ text }) => text)),
      initials: wordsAndParts(tokens(document.name)).map((list) => list.map(({ text }) => text[0]).join("")),
      name: queryWords(document.name),
      key: sortKey(document.name),
    };
    known.set(document, read);
  }
  return read;
}

/** How well a word of a query is found in a card: in which field, and whether a letter had to be forgiven. */
function bestOf(
  document: SearchDocument,
  word: string,
  mayForgive: boolean,
): { field: number; forgiven: boolean } | null {
  const { fields } = readOf(document);
  const first = (is: (token: string) => boolean) => fields.findIndex((texts) => texts.some(is));
  const exact = first((token) => token.startsWith(word));
  if (exact >= 0) return { field: exact, forgiven: false };
  const near = mayForgive ? first((token) => forgives(token, word)) : -1;
  return near >= 0 ? { field: near, forgiven: true } : null;
}

function aliasRank({ ownAliases, teamAliases }: SearchDocument, query: string): number {
  const [own, team] = [ownAliases.map(fold), teamAliases.map(fold)];
  if (query === "") return 4;
  if (own.includes(query)) return 0;
  if (team.includes(query)) return 1;
  if (own.some((alias) => alias.startsWith(query))) return 2;
  return team.some((alias) => alias.startsWith(query)) ? 3 : 4;
}

/** What a card is put in order by, the smaller the better; null where the query does not recall it. */
function orderOf(
  document: SearchDocument,
  query: string,
  target: SearchTarget,
  mayForgive: (word: string) => boolean,
  leastAlias = 4,
): (number | string)[] | null {
  const words = queryWords(query);
  const joined = words.join("");
  const alias = Math.min(leastAlias, aliasRank(document, fold(query.trim())));
  const found = words.map((word) => bestOf(document, word, mayForgive(word)));
  const { initials, name, key } = readOf(document);
  const isInitials = joined.length >= 2 && initials.some((letters) => letters.startsWith(joined));
  let [tier, fields] = [0, 0];
  const all = found.flatMap((one) => one ?? []);
  if (all.length === words.length) {
    fields = all.reduce((sum, { field }) => sum + field, 0);
    if (all.some(({ forgiven }) => forgiven)) tier = 2;
  }
  if ((all.length < words.length || tier > 0) && isInitials) [tier, fields] = [1, 0];
  else if (all.length < words.length && alias === 4) return null;
  const isAdjacent = name.some((_, at) => words.every((word, k) => name[at + k]?.startsWith(word)));
  const apart = words.length > 1 && fields === 0 && !isAdjacent ? 1 : 0;
  const length = words.length > 0 ? Math.min(document.name.length, 63) : 0;
  return [
    alias,
    fitsTarget(document, target) ? 0 : 1,
    tier,
    Math.min(fields, 31),
    -Math.round((document.habit[target.kind] ?? 0) * 8),
    document.origin,
    apart,
    length,
    key,
    document.name,
    document.id,
  ];
}

/** What a query recalls, by looking at each card: what the index is held to. */
export interface PlainRecall {
  /** The best first, without variants in place of which another one is meant. */
  readonly shown: readonly SearchDocument[];
  /** Also those, in no order. */
  readonly all: readonly SearchDocument[];
  /** What would be recalled but for being hidden. */
  readonly hidden: readonly SearchDocument[];
}

export function plainRecall(
  known: readonly SearchDocument[],
  query: string,
  target: SearchTarget,
): PlainRecall {
  // Three letters are forgiven where nothing begins so.
  const begun = new Map<string, boolean>();
  const isBegun = (word: string) => {
    if (!begun.has(word))
      begun.set(
        word,
        known.some((document) => bestOf(document, word, false) !== null),
      );
    return begun.get(word)!;
  };
  const mayForgive = (word: string) => word.length > 3 || !isBegun(word);
  const matching = known.filter((document) => orderOf(document, query, target, mayForgive) !== null);
  const [all, hidden] = [false, true].map((is) => matching.filter(({ isHidden }) => isHidden === is));
  const documents = known.filter(({ isHidden }) => !isHidden);
  const found = documents.flatMap((document) => {
    const group = documents.filter(
      ({ groupId, medium }) =>
        groupId !== null &&
        groupId === document.groupId &&
        [medium, document.medium].every((m) => m === target.medium),
    );
    const variants = (group.length > 0 ? group : [document]).map((one) => ({
      ...one,
      fits: fitsTarget(one, target),
      liked: Math.round((one.habit[target.kind] ?? 0) * 8),
    }));
    const meant = bestVariant(variants, target.format ?? "").id;
    // An alias of any of them is an alias of the one that is meant.
    const alias = Math.min(...variants.map((one) => aliasRank(one as never, fold(query.trim()))));
    if (document.id === meant) {
      const order = orderOf(document, query, target, mayForgive, alias);
      return order ? [{ document, order }] : [];
    }
    const isMeantThere = alias < 4 || all.some(({ id }) => id === meant);
    const order = orderOf(document, query, target, mayForgive);
    return order && !isMeantThere ? [{ document, order }] : [];
  });
  const compare = (a: readonly (number | string)[], b: readonly (number | string)[]) => {
    const at = a.findIndex((value, i) => value !== b[i]);
    return at < 0 ? 0 : a[at] < b[at] ? -1 : 1;
  };
  return {
    shown: found.sort((a, b) => compare(a.order, b.order)).map(({ document }) => document),
    all,
    hidden,
  };
}
