import { defineEntity, type Versioned } from "./define";

/** That a card is on a favourites list. */
export interface Favourite extends Versioned {
  /** As its list's. */
  readonly ownerId: string | null;
  readonly listId: string;
  readonly cardId: string;
  readonly position: string;
}

export const favourite = defineEntity<Favourite>()({
  noun: "favourite",
  of: "member",
  about: ["cardId"],
  references: { cardId: "card", listId: "favouritesList" },
  labels: { cardId: "card", listId: "list" },
});
