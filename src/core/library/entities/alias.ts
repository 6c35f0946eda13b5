import { defineEntity, type Versioned } from "./define";
import { recalledFacts, type Recalled } from "./recalled";

/** A short text that recalls one thing. */
export interface Alias extends Versioned, Recalled {
  /** Null is the team's. */
  readonly ownerId: string | null;
  readonly text: string;
}

export const alias = defineEntity<Alias>()({
  noun: "alias",
  of: "member",
  nameOf: (row) => row.text,
  ...recalledFacts,
});
