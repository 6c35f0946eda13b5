import { searchedFields, textsOf, type SearchDocument } from "./document";
import { bareTerms } from "./query/bare-terms";
import { parseQuery } from "./query/parse";
import { printQuery, writeValue } from "./query/print";
import { queryWords, tokens } from "./tokens";

/** A word of a card, and the query that leaves this word out and so does not hold the card. */
export interface LeftOut {
  readonly word: string;
  readonly query: string;
}

/** A query that leaves out words besides. */
export function withoutWords(text: string, words: readonly string[]): string {
  const { root } = parseQuery(text);
  const whole = printQuery(root);
  return [root?.kind === "any" ? `(${whole})` : whole, ...words.map((word) => `-${writeValue(word)}`)].join(
    " ",
  );
}

/**
 * The words by which a card came into a query that asked for their beginning; where it asked for whole words, those of the
 * card's name that it did not ask for. Without them the query holds the card no longer.
 */
export function leaveOuts(document: SearchDocument, text: string): readonly LeftOut[] {
  const { root } = parseQuery(text);
  const begun: string[] = [];
  const asked = new Set<string>();
  for (const term of bareTerms(root)) {
    const words = queryWords(term.text);
    words.forEach((word) => asked.add(word));
    if (term.isOpen && !term.isPhrase && words.length === 1) begun.push(words[0]);
  }
  const of = (texts: readonly string[], is: (word: string) => boolean) =>
    texts.flatMap((one) =>
      Array.from(tokens(one), ({ text: word }) => word).filter((word) => !asked.has(word) && is(word)),
    );
  const byBeginning = of(
    searchedFields.flatMap((field) => [...textsOf(document, field)]),
    (word) => begun.some((beginning) => word.startsWith(beginning)),
  );
  const words = new Set(byBeginning.length > 0 ? byBeginning : of([document.name], () => true));
  return [...words].map((word) => ({ word, query: withoutWords(text, [word]) }));
}
