import { defineEntity, type Versioned } from "./define";

/** The inks of stamps; each can be read on a card. */
export const inks = ["verdigris", "indigo", "plum", "ochre", "moss", "sepia", "iron"] as const;
export type Ink = (typeof inks)[number];

/** A short list of cards in an order of its own, one member's or the team's. */
export interface FavouritesList extends Versioned {
  /** Null is the team's. */
  readonly ownerId: string | null;
  readonly name: string;
  /** The letter or digit that stands for it, in capitals; empty for none. */
  readonly mark: string;
  /** The colour of its stamp. */
  readonly ink: Ink;
  readonly position: string;
  /** Out of use; its row stays, so that what is on it can be brought back with it. */
  readonly removed: boolean;
}

export const favouritesList = defineEntity<FavouritesList>()({
  noun: "favourites list",
  of: "member",
  nameOf: (row) => row.name,
  earlier: { ink: "verdigris" },
});

/** The lists that every member has from the beginning, in their order. */
export const firstLists = [
  { name: "Favourites", mark: "F", ink: "verdigris" },
  { name: "Later", mark: "L", ink: "indigo" },
] as const;
