import type { Replica } from "@/core/library/change";
import type { Card } from "@/core/library/entities";
import { may, type Role } from "@/core/library/roles";
import type { Desk } from "../../data/desk";

/** What actions on one card ask for: the one that is chosen, or that is on the chosen target. */
export interface CardHere {
  readonly card: Card | undefined;
  readonly role: Role;
  readonly replica: Pick<Replica, "favourite" | "keyBinding">;
  readonly act: Desk["act"];
}

/** A member's own things can be put on the card. */
export const ownCard = ({ card, role }: Pick<CardHere, "card" | "role">): boolean =>
  card !== undefined && may(role, "own");

export const isFavourite = ({ card, replica }: CardHere): boolean =>
  card !== undefined && [...replica.favourite.values()].some((f) => f.cardId === card.id);

export const keyOf = (
  card: Card | undefined,
  { keyBinding }: Pick<Replica, "keyBinding">,
): string | undefined => card && [...keyBinding.values()].find((k) => k.cardId === card.id)?.key;
