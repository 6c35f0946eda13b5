import { defineEntity, type Versioned } from "./define";

/** `ownerId` null is the team's. */
export interface Alias extends Versioned {
  readonly ownerId: string | null;
  readonly text: string;
  /** What it recalls: a card, a saved search or a folder; the others are null. */
  readonly cardId: string | null;
  readonly searchId: string | null;
  /** The folder may be gone; then it recalls nothing. */
  readonly folderId: string | null;
}

export const alias = defineEntity<Alias>()({
  noun: "alias",
  of: "member",
  nameOf: (row) => row.text,
  about: ["cardId", "searchId", "folderId"],
  references: { cardId: "card", searchId: "savedSearch", folderId: "folder" },
  labels: { cardId: "card", searchId: "saved search", folderId: "folder" },
});
