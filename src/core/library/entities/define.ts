/** What every row that changes travel with has. */
export interface Versioned {
  readonly id: string;
  /** Grows by one with every change to the row; a command says which one it saw. */
  readonly version: number;
}

/** A method, so that facts of one kind of row are facts of a row. */
type SaidAs<Value> = { say(value: Value): string }["say"];

/** What is said and known of a kind of row; its columns are those of its table in `db/schema`. */
export interface EntityFacts<Row, Head = Row> {
  readonly noun: string;
  /**
   * Whose it is: the library's, so that every member sees it; a member's own, by `ownerId` (null is the team's); or a
   * bench session's, by `sessionId`.
   */
  readonly of: "library" | "member" | "session";
  /** What a reader knows the row by. */
  nameOf?(row: Row): string;
  /** The fields that name the row this one is about; where there are several, all but one are null. */
  readonly about?: readonly (keyof Row & string)[];
  /** Fields that follow from others, or only count: the history is silent on them. */
  readonly silent?: readonly (keyof Row & string)[];
  /**
   * Fields that are sets: what a change put in or took out is taken back by itself, whatever else was put in or taken
   * out since.
   */
  readonly sets?: readonly (keyof Row & string)[];
  /** Fields that hold the id of another row, or a set of them, and of what kind these are. */
  readonly references?: { readonly [K in keyof Row & string]?: string };
  /** What the history calls a field, where its own name will not do. */
  readonly labels?: { readonly [K in keyof Row & string]?: string };
  /** How the history says a field's value, where that is no text, number, list or row. */
  readonly said?: { readonly [K in keyof Row & string]?: SaidAs<Row[K]> };
  /** What is in a row that was recorded before it had these fields. */
  readonly earlier?: Partial<Row>;
  /** What a copy of the library keeps of some fields of a row, where it does not keep them all: its head. */
  headOf?(fields: Partial<Row>): Partial<Head>;
}

/** Declares a kind of row, and what a copy of the library keeps of one. */
export const defineEntity =
  <Row extends Versioned, Head extends Versioned = Row>() =>
  <const Facts extends EntityFacts<Row, Head>>(
    facts: Facts,
  ): Facts & { readonly row?: Row; readonly head?: Head } =>
    facts;
