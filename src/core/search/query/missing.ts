import type { SearchDocument } from "../document";
import { findField } from "../fields";
import type { Vocabulary } from "../fields/define";
import { fieldsIn } from "./compile";
import type { Query } from "./model";

/** What a query names that is not there, in words: a folder that was removed since, or renamed. It holds of nothing, and all else goes on. */
export function missingIn({ root }: Query, known: Vocabulary): string[] {
  const nowhere = { now: 0, offset: 0 };
  return fieldsIn(root).flatMap(({ name, terms }) => {
    const field = findField(name);
    const there = field?.named?.(known);
    if (!field || !there) return [];
    return terms.flatMap((term) => {
      const test = field.read(term, null);
      if (typeof test === "string" || test.kind !== "fact") return [];
      const isThere = there.some((part) => test.holds(part as SearchDocument, nowhere));
      return isThere ? [] : [`There is no ${field.noun} “${term.text}”.`];
    });
  });
}
