import { defineEntity, type Versioned } from "./define";

/** `ownerId` null is the team's. */
export interface Alias extends Versioned {
  readonly ownerId: string | null;
  readonly text: string;
  /** What it recalls: a card or a saved search; the other is null. */
  readonly cardId: string | null;
  readonly searchId: string | null;
}

export const alias = defineEntity<Alias>()({
  noun: "alias",
  of: "member",
  nameOf: (row) => row.text,
  about: ["cardId", "searchId"],
  references: { cardId: "card", searchId: "savedSearch" },
  labels: { cardId: "card", searchId: "saved search" },
});
