import type { SearchDocument } from "../document";
import { findField } from "../fields";
import { queryWords } from "../tokens";
import type { Node, Query, Test } from "./model";

/** How a query is decided of a card. */
function testOf(node: Node): Test {
  switch (node.kind) {
    case "all":
    case "any":
      return { kind: node.kind, of: node.of.map(testOf) };
    case "not":
      return { kind: "not", of: testOf(node.of) };
    case "field":
      return node.test;
    case "term":
      return { kind: "text", term: node.term, within: null, isAll: false };
  }
}

type Named = Extract<Node, { kind: "field" }>;

/** What a query asks of fields, what it does not want too. */
export function fieldsIn(node: Node | null): Named[] {
  switch (node?.kind) {
    case "all":
    case "any":
      return node.of.flatMap(fieldsIn);
    case "not":
      return fieldsIn(node.of);
    case "field":
      return [node];
    default:
      return [];
  }
}

const passes = (test: Test): boolean =>
  test.kind === "all" || test.kind === "any"
    ? test.of.some(passes)
    : test.kind === "not"
      ? passes(test.of)
      : test.kind === "fact" && test.passes === true;

/** What a query comes to. */
export interface Asked {
  /** Null: nothing is asked for, all cards are meant. */
  readonly test: Test | null;
  /** Withdrawn and hidden cards count too: only where they are asked for. */
  readonly withdrawn: boolean;
  readonly hidden: boolean;
  /** Variants are asked for by their format, so that none stands for another. */
  readonly variants: boolean;
  /** The answer changes as time passes, though no card does. */
  readonly passes: boolean;
}

function asked(node: Node | null): Asked {
  const test = node && testOf(node);
  const asksIf = (state: string) =>
    fieldsIn(node).some(
      ({ name, terms }) => name === "is" && terms.some(({ text }) => text.toLowerCase() === state),
    );
  return {
    test,
    withdrawn: asksIf("withdrawn"),
    hidden: asksIf("hidden"),
    variants: fieldsIn(node).some(({ name }) => name === "variant"),
    passes: test !== null && passes(test),
  };
}

export const compileQuery = ({ root }: Query): Asked => asked(root);

/** A query as recall takes it: words that rank what they find, and what has to hold besides. */
export interface RecallQuery extends Asked {
  readonly words: readonly string[];
}

/** Words that stand by themselves and are joined by nothing rank; the rest of a query only lets in or keeps out. */
export function compileRecall({ root }: Query): RecallQuery {
  const parts = root?.kind === "all" ? root.of : root ? [root] : [];
  const words: string[] = [];
  const rest: Node[] = [];
  for (const part of parts)
    if (part.kind === "term" && !part.term.isPhrase) words.push(...queryWords(part.term.text));
    else rest.push(part);
  const whole =
    rest.length === 0 ? null : rest.length === 1 ? rest[0] : { ...root!, kind: "all" as const, of: rest };
  return { ...asked(whole), words };
}

/** The fields of a query, with their value where that matters, that mean one member's own things. */
export const ownIn = ({ root }: Query): string[] => [
  ...new Set(
    fieldsIn(root).flatMap(({ name, terms }) => {
      const own = findField(name)?.own;
      if (typeof own === "function")
        return terms.filter(({ text }) => own(text)).map(({ text }) => `${name}:${text}`);
      return own === true ? [`${name}:`] : [];
    }),
  ),
];

/** True where a card is left out of what is asked for, since it is withdrawn or hidden and nobody asks for that. */
export const isLeftOut = (
  { withdrawn, hidden }: Pick<Asked, "withdrawn" | "hidden">,
  document: Pick<SearchDocument, "isWithdrawn" | "isHidden">,
): boolean => (document.isWithdrawn && !withdrawn) || (document.isHidden && !hidden);
