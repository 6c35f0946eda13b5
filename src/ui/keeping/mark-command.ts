import type { FavouritesList } from "@/core/library/entities";

/** Puts cards on a favourites list of the same owner as the list's, or takes them off. */
export const markCommand = ({ ownerId }: Pick<FavouritesList, "ownerId">) =>
  ownerId === null ? ("mark-team-cards" as const) : ("mark-cards" as const);
