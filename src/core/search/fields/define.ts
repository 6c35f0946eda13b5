import { fold } from "../../text/fold";
import type { SearchDocument, SearchedField } from "../document";
import type { Comparison, Term, Test } from "../query/model";

/** What is known to complete values from; each only when it is asked for. */
export interface Vocabulary {
  readonly folders: () => readonly string[];
  readonly tags: () => readonly string[];
  readonly lists: () => readonly string[];
  readonly makers: () => readonly string[];
  readonly members: () => readonly string[];
  readonly keys: () => readonly string[];
  readonly aliases: () => readonly string[];
}

/** A value offered while typing. */
export interface Offer {
  readonly value: string;
  /** What it stands for, where the value does not say so. */
  readonly says?: string;
}

/** Something that a query can ask of a card by name: `name:value`. */
export interface QueryField {
  readonly name: string;
  /** What is asked for, in a few words: `the folder, and those below it`. */
  readonly says: string;
  /** Queries that use it, with what they find. */
  readonly examples: readonly (readonly [query: string, finds: string])[];
  /** Takes `<`, `<=`, `>` and `>=`. */
  readonly compares?: boolean;
  /** Means one member's own things, so that a team's search cannot ask for it; of some values where a function. */
  readonly own?: boolean | ((value: string) => boolean);
  /** How it is decided; a text says why it cannot be. */
  read(term: Term, comparison: Comparison | null): Test | string;
  offers?(known: Vocabulary): readonly Offer[];
  /** Where a value names something that may be gone, what there is to be named: as parts of cards for which it would hold. */
  named?(known: Vocabulary): readonly Partial<SearchDocument>[];
  /** What it names, for a sentence: `folder`. */
  readonly noun?: string;
}

export const defineField = (field: QueryField): QueryField => field;

/** A field that is a text: words, beginnings, phrases; `=` asks for all of it; `*` for any. */
export const textTest =
  (...within: SearchedField[]) =>
  (term: Term, comparison: Comparison | null): Test => ({
    kind: "text",
    term,
    within,
    isAll: comparison === "=",
  });

/** True where a term is a name as it is typed: that name without case and accents, or its beginning. */
export const isNamed = ({ text, isOpen }: Term, name: string): boolean =>
  isOpen ? fold(name).startsWith(fold(text)) : fold(name) === fold(text);

/** A field that is one of a few values, each with what it is called besides. */
export function choiceTest(
  choices: readonly { readonly value: string; readonly also?: readonly string[] }[],
  holds: (document: SearchDocument, value: string) => boolean,
) {
  return (term: Term): Test | string => {
    const meant = choices.filter(({ value, also = [] }) =>
      [value, ...also].some((name) => isNamed(term, name)),
    );
    if (meant.length === 0)
      return `“${term.text}” is none of ${choices.map(({ value }) => value).join(", ")}.`;
    return { kind: "fact", holds: (document) => meant.some(({ value }) => holds(document, value)) };
  };
}

/** A number compared with another. */
export function compare(a: number, comparison: Comparison | null, b: number): boolean {
  switch (comparison) {
    case "<":
      return a < b;
    case "<=":
      return a <= b;
    case ">":
      return a > b;
    case ">=":
      return a >= b;
    case "=":
    case null:
      return a === b;
  }
}
