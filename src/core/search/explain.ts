import {
  fieldTexts,
  joinsOf,
  searchedFields,
  textsOf,
  type SearchDocument,
  type SearchedField,
} from "./document";
import { fold } from "../text/fold";
import { forgives } from "./forgive";
import { CutText, finderOf, type Reading } from "./holds";
import { compileQuery, compileRecall } from "./query/compile";
import type { Test } from "./query/model";
import { parseQuery } from "./query/parse";
import { tokens, wordsAndParts, type Token } from "./tokens";

/** A stretch of a field's text that a word of the query matched. */
export interface MatchRange {
  readonly start: number;
  readonly end: number;
}

/** For each field that matched, what of its text did. */
export type Explanation = Partial<Record<SearchedField, readonly MatchRange[]>>;

/** The stretch of the original text that `length` folded letters from the start of a token stand for. */
function coveredUntil(text: string, start: number, end: number, length: number): number {
  let at = start;
  while (at < end && fold(text.slice(start, at)).length < length) at++;
  return at;
}

/** The words and phrases of a query that let a card in, not those that keep one out. */
function* letsIn(test: Test): Iterable<Extract<Test, { kind: "text" }>> {
  if (test.kind === "all" || test.kind === "any") for (const one of test.of) yield* letsIn(one);
  else if (test.kind === "text") yield test;
}

/** The texts of a field with the places at which they begin in what is shown of it. */
function* placed(document: SearchDocument, field: SearchedField): Iterable<{ text: string; at: number }> {
  const joins = joinsOf(document, field);
  let at = 0;
  for (const [i, text] of textsOf(document, field).entries()) {
    if (i > 0) at += joins[i].length;
    yield { text, at };
    at += text.length;
  }
}

/** Why a card is among the results: which words of a query matched where. */
export function explain(
  document: SearchDocument,
  query: string,
  reading: Reading = "beginnings",
): Explanation {
  const { words, test } =
    reading === "exact"
      ? { words: [], test: compileQuery(parseQuery(query)).test }
      : compileRecall(parseQuery(query));
  const texts = fieldTexts(document);
  const found: Partial<Record<SearchedField, MatchRange[]>> = {};
  const note = (field: SearchedField, { start, end }: MatchRange) => {
    // Two words may match the same letters: each letter is marked once, and what touches is one stretch.
    const apart = (found[field] ?? []).filter((r) => r.end < start || r.start > end);
    const met = (found[field] ?? []).filter((r) => !apart.includes(r));
    const one = {
      start: Math.min(start, ...met.map((r) => r.start)),
      end: Math.max(end, ...met.map((r) => r.end)),
    };
    found[field] = [...apart, one].sort((a, b) => a.start - b.start);
  };
  const alias =
    reading === "exact"
      ? undefined
      : [...document.ownAliases, ...document.teamAliases].find((a) => fold(a).startsWith(fold(query.trim())));
  if (query.trim() !== "" && alias !== undefined) {
    const start = texts.alias.indexOf(alias);
    note("alias", {
      start,
      end: coveredUntil(texts.alias, start, start + alias.length, query.trim().length),
    });
  }
  for (const { term, within, isAll } of test ? letsIn(test) : []) {
    const find = finderOf(term, reading, isAll);
    for (const field of within ?? searchedFields)
      for (const { text, at } of placed(document, field)) {
        const match = find(new CutText(text));
        if (!match) continue;
        // Of a word that is typed so far, what is typed.
        const end =
          term.isPhrase || isAll || (reading === "exact" && !term.isOpen)
            ? match.end
            : coveredUntil(text, match.start, match.end, Math.max(1, fold(term.text).length));
        note(field, { start: at + match.start, end: at + end });
      }
  }
  let unexplained = false;
  for (const word of words) {
    const exact = findFirst(texts, (token) => token.startsWith(word));
    const near = exact ?? findFirst(texts, (token) => forgives(token, word));
    if (near)
      note(near.field, {
        start: near.start,
        end: coveredUntil(texts[near.field], near.start, near.end, word.length),
      });
    else unexplained = true;
  }
  if (unexplained && !found.alias) {
    const joined = words.join("");
    const [whole, parts] = wordsAndParts(tokens(document.name));
    const begins = (list: readonly Token[]) =>
      list
        .map((t) => t.text[0])
        .join("")
        .startsWith(joined);
    const meant = [whole, parts].find(begins);
    if (meant) found.name = meant.slice(0, joined.length).map((t) => ({ start: t.start, end: t.start + 1 }));
  }
  return found;
}

function findFirst(texts: Record<SearchedField, string>, test: (token: string) => boolean) {
  for (const field of searchedFields)
    for (const token of tokens(texts[field]))
      if (test(token.text)) return { field, start: token.start, end: token.end };
  return undefined;
}
