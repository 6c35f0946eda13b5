import { defineEntity, type Versioned } from "./define";

export interface Favourite extends Versioned {
  readonly ownerId: string;
  readonly cardId: string;
  readonly position: string;
}

export const favourite = defineEntity<Favourite>()({
  noun: "favourite",
  of: "member",
  about: ["cardId"],
  references: { cardId: "card" },
  labels: { cardId: "card" },
});
