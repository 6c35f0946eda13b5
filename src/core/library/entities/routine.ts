import type { Step } from "../steps";
import { defineEntity, type Versioned } from "./define";

/** Steps behind one key or alias. One that only puts cards on returns is called a set. */
export interface Routine extends Versioned {
  readonly name: string;
  /** In their order; at least one. */
  readonly steps: readonly Step[];
  readonly position: string;
  /** Out of use; its row stays, so that what recalls it can be brought back with it. */
  readonly removed: boolean;
}

export const routine = defineEntity<Routine>()({
  noun: "routine",
  of: "library",
  nameOf: (row) => row.name,
});
