import { defineEntity, type Versioned } from "./define";

/** What a member may think of a card: rejected, or one to five stars. Source: `xmp:Rating` (ISO 16684-1), where 0 is none. */
export const ratings = [-1, 1, 2, 3, 4, 5] as const;

export interface Rating extends Versioned {
  readonly ownerId: string;
  readonly cardId: string;
  /** One of `ratings`; who has none has no row. */
  readonly stars: number;
}

export const rating = defineEntity<Rating>()({
  noun: "rating",
  of: "member",
  about: ["cardId"],
  references: { cardId: "card" },
  labels: { cardId: "card" },
});
