import type { SearchDocument, SearchedField } from "../document";

/** A stretch of a query's text, in UTF-16 units. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

export type Comparison = "<" | "<=" | ">" | ">=" | "=";

/** A word or a phrase as it was typed. */
export interface Term extends Span {
  readonly text: string;
  readonly isPhrase: boolean;
  /** A word that ended in `*`: only its beginning is given. */
  readonly isOpen: boolean;
}

/** What a query asks for, as it was written. */
export type Node = Span &
  (
    | { readonly kind: "all" | "any"; readonly of: readonly Node[] }
    | { readonly kind: "not"; readonly of: Node }
    | { readonly kind: "term"; readonly term: Term }
    | {
        readonly kind: "field";
        /** As it is written in front of the colon. */
        readonly name: string;
        readonly comparison: Comparison | null;
        /** Any of them will do. */
        readonly terms: readonly Term[];
        readonly test: Test;
      }
  );

/** Something about a query that its author should know; what could be read of it answers all the same. */
export interface QueryProblem extends Span {
  /** `unfinished`: more is to come, as while typing; the others are mistakes. */
  readonly code: "unfinished" | "unknown-field" | "bad-value" | "stray" | "too-long";
  readonly message: string;
}

/** What evaluation may know besides the cards. */
export interface Moment {
  /** Milliseconds since 1970. */
  readonly now: number;
  /** Minutes that the asker's clock is ahead of UTC. */
  readonly offset: number;
}

/** What a query comes to: how it is decided of a card. */
export type Test =
  | {
      /** That some text of a card holds a word or a phrase. */
      readonly kind: "text";
      readonly term: Term;
      /** The fields looked into; null: all. */
      readonly within: readonly SearchedField[] | null;
      /** The text is this and nothing else. */
      readonly isAll: boolean;
    }
  | {
      readonly kind: "fact";
      holds(document: SearchDocument, moment: Moment): boolean;
      /** What it says of a card changes as time passes. */
      readonly passes?: boolean;
    }
  | { readonly kind: "all" | "any"; readonly of: readonly Test[] }
  | { readonly kind: "not"; readonly of: Test };

/** A query that was read. */
export interface Query {
  readonly text: string;
  /** Null where nothing is asked for: then all cards are meant. */
  readonly root: Node | null;
  readonly problems: readonly QueryProblem[];
}
