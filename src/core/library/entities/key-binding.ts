import { defineEntity, type Versioned } from "./define";

export interface KeyBinding extends Versioned {
  readonly ownerId: string;
  /** A printed character, see `keys/combination.ts`. */
  readonly key: string;
  readonly cardId: string;
}

export const keyBinding = defineEntity<KeyBinding>()({
  noun: "key",
  of: "member",
  nameOf: (row) => row.key,
  about: "cardId",
  references: { cardId: "card" },
  labels: { cardId: "card" },
});
