import { fold } from "../../text/fold";
import { cleanName, freeName, shortened } from "../../text/names";
import type { Node } from "./model";
import { parseQuery } from "./parse";

/** Longer ones are cut: a name is read at a glance. Characters. */
const longest = 60;

/** The last name of a path, which is what one calls it. */
const lastOf = (path: string) => path.split("/").at(-1)!;

function say(node: Node): string {
  switch (node.kind) {
    case "any":
      return node.of.map(say).join(" or ");
    case "all": {
      const wanted = node.of.flatMap((part) => (part.kind === "not" ? [] : say(part)));
      const not = node.of.flatMap((part) => (part.kind === "not" ? say(part.of) : []));
      return [...wanted, ...(not.length > 0 ? [`without ${not.join(", ")}`] : [])].join(" ");
    }
    case "not":
      return `without ${say(node.of)}`;
    case "term":
      return node.term.text;
    case "field":
      return node.terms
        .map(({ text }) => (node.comparison ? `${node.name} ${node.comparison} ${text}` : lastOf(text)))
        .join(" or ");
  }
}

/** A name for a saved search, made of the words of its query; empty where the query asks for nothing. */
export const nameOfQuery = (root: Node | null): string =>
  root ? shortened(cleanName(say(root)), longest).trim() : "";

/** A name for a query that no saved search has yet: a number follows where one has it. Empty as `nameOfQuery` is. */
export function freeNameOfQuery(query: string, searches: Iterable<{ readonly name: string }>): string {
  const name = nameOfQuery(parseQuery(query).root);
  return name && freeName(name, new Set([...searches].map((one) => fold(one.name))));
}
