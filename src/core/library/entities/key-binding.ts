import type { Medium } from "../../media";
import { defineEntity, type Versioned } from "./define";
import { recalledFacts, type Recalled } from "./recalled";

/** A key of a member's with what it applies, opens or runs. */
export interface KeyBinding extends Versioned, Recalled {
  readonly ownerId: string;
  /** A printed character, a key of the numeric pad or a pad, see `keys/combination.ts`. */
  readonly key: string;
  /** Where it means this alone; null wherever nothing else is meant. */
  readonly medium: Medium | null;
}

export const keyBinding = defineEntity<KeyBinding>()({
  noun: "key",
  of: "member",
  nameOf: (row) => row.key,
  ...recalledFacts,
  earlier: { ...recalledFacts.earlier, medium: null },
});
