import { defineEntity, type Versioned } from "./define";

export interface KeyBinding extends Versioned {
  readonly ownerId: string;
  /** A printed character, see `keys/combination.ts`. */
  readonly key: string;
  /** What it applies or opens: a card or a saved search; the other is null. */
  readonly cardId: string | null;
  readonly searchId: string | null;
}

export const keyBinding = defineEntity<KeyBinding>()({
  noun: "key",
  of: "member",
  nameOf: (row) => row.key,
  about: ["cardId", "searchId"],
  references: { cardId: "card", searchId: "savedSearch" },
  labels: { cardId: "card", searchId: "saved search" },
});
