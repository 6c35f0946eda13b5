import { defineEntity, type Versioned } from "./define";

export interface KeyBinding extends Versioned {
  readonly ownerId: string;
  /** A printed character, see `keys/combination.ts`. */
  readonly key: string;
  /** What it applies or opens: a card, a saved search or a folder; the others are null. */
  readonly cardId: string | null;
  readonly searchId: string | null;
  /** The folder may be gone; then it does nothing. */
  readonly folderId: string | null;
}

export const keyBinding = defineEntity<KeyBinding>()({
  noun: "key",
  of: "member",
  nameOf: (row) => row.key,
  about: ["cardId", "searchId", "folderId"],
  references: { cardId: "card", searchId: "savedSearch", folderId: "folder" },
  labels: { cardId: "card", searchId: "saved search", folderId: "folder" },
});
