import { defineEntity, type Versioned } from "./define";

/** `ownerId` null is the team's. */
export interface Alias extends Versioned {
  readonly ownerId: string | null;
  readonly text: string;
  readonly cardId: string;
}

export const alias = defineEntity<Alias>()({
  noun: "alias",
  of: "member",
  nameOf: (row) => row.text,
  about: "cardId",
  references: { cardId: "card" },
  labels: { cardId: "card" },
});
