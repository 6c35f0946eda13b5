import { defineEntity, type Versioned } from "./define";
import { recalledFacts, type Recalled } from "./recalled";

/** A key of a member's with what it applies, opens or runs. */
export interface KeyBinding extends Versioned, Recalled {
  readonly ownerId: string;
  /** A printed character, see `keys/combination.ts`. */
  readonly key: string;
}

export const keyBinding = defineEntity<KeyBinding>()({
  noun: "key",
  of: "member",
  nameOf: (row) => row.key,
  ...recalledFacts,
});
