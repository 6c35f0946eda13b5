import type { Node, Span, Term } from "./model";
import { parseQuery } from "./parse";

const plainWord = /^[^\s()"“”„,:*\\-][^\s()"“”„,:*\\]*$/;

/** A value as a query writes it: in quotes where it would be read otherwise. */
export const writeValue = (text: string): string =>
  plainWord.test(text) && !["AND", "OR", "NOT"].includes(text)
    ? text
    : `"${text.replace(/["“”„\\]/g, (mark) => `\\${mark}`)}"`;

const writeTerm = ({ text, isPhrase, isOpen }: Term): string =>
  isPhrase ? `"${text.replace(/["“”„\\]/g, (mark) => `\\${mark}`)}"` : `${text}${isOpen ? "*" : ""}`;

/** How firmly something holds together, where brackets are left out. */
const binding = { any: 0, all: 1, not: 2, term: 3, field: 3 } as const;

/** A query that asks for the same, in its plainest form. */
export function printQuery(node: Node | null): string {
  if (!node) return "";
  const inside = (part: Node, least: number) =>
    binding[part.kind] < least ? `(${printQuery(part)})` : printQuery(part);
  switch (node.kind) {
    case "any":
      return node.of.map((part) => inside(part, 1)).join(" OR ");
    case "all":
      return node.of.map((part) => inside(part, 2)).join(" ");
    case "not":
      return `-${inside(node.of, 3)}`;
    case "term":
      return writeTerm(node.term);
    case "field": {
      const values = node.terms.map(writeTerm);
      // A word that begins as a comparison does would be read as one.
      const isBare = values.length === 1 && !/^[<>=]/.test(values[0]);
      return `${node.name}:${node.comparison ?? ""}${isBare ? values[0] : `(${values.join(", ")})`}`;
    }
  }
}

/** The terms of a query that can be taken out, each with what turns it, in the order of the text. */
export function termsOf(node: Node | null): Span[] {
  if (!node) return [];
  switch (node.kind) {
    case "all":
    case "any":
      return node.of.flatMap(termsOf);
    case "not":
      return node.of.kind === "all" || node.of.kind === "any"
        ? termsOf(node.of)
        : [{ start: node.start, end: node.end }];
    default:
      return [{ start: node.start, end: node.end }];
  }
}

const without = (node: Node, gone: Span): Node | null => {
  if (node.kind !== "all" && node.kind !== "any" && node.start === gone.start && node.end === gone.end)
    return null;
  if (node.kind === "not") {
    const of = without(node.of, gone);
    return of && { ...node, of };
  }
  if (node.kind !== "all" && node.kind !== "any") return node;
  const of = node.of.flatMap((part) => without(part, gone) ?? []);
  return of.length === 0 ? null : of.length === 1 ? of[0] : { ...node, of };
};

/** A query without one of its `termsOf`. */
export function withoutTerm(text: string, term: Span): string {
  const { root } = parseQuery(text);
  return root ? printQuery(without(root, term)) : "";
}
