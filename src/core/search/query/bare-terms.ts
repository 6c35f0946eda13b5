import type { Node, Term } from "./model";

/** The bare words and phrases that let cards in, not those that keep them out, nor those of fields. */
export function* bareTerms(node: Node | null): Iterable<Term> {
  if (node?.kind === "all" || node?.kind === "any") for (const part of node.of) yield* bareTerms(part);
  else if (node?.kind === "term") yield node.term;
}
