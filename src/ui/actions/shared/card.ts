import type { Replica } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import { may, type Role } from "@/core/library/roles";
import { countCards } from "@/core/library/words";
import type { Shelf } from "@/core/library/shelf";
import type { MemberSettings } from "@/core/library/media";
import type { TargetKind } from "@/core/media";
import type { Desk } from "../../data/desk";

/** What actions on one card ask for: the one that is chosen, or that is on the chosen target. */
export interface CardHere {
  readonly card: CardHead | undefined;
  /** All cards that they can be done to at once, the chosen one among them. */
  readonly chosenCards: readonly CardHead[];
  readonly role: Role;
  readonly replica: Pick<Replica, "keyBinding" | "savedSearch" | "folder" | "routine">;
  readonly shelf: Pick<
    Shelf,
    "isDefault" | "isHiddenAlone" | "variantsOf" | "keyOf" | "allLists" | "listsOf"
  >;
  readonly act: Desk["act"];
  /** The cards that new targets of a kind begin with, by their ids. */
  readonly begins: NonNullable<MemberSettings["begins"]>;
  setBegins(kind: TargetKind, cardId: string | null): void;
}

/** What is chosen, in words. */
export const sayChosen = ({ chosenCards }: Pick<CardHere, "chosenCards">): string => countCards(chosenCards);

/** A member's own things can be put on the card. */
export const ownCard = ({ card, role }: Pick<CardHere, "card" | "role">): boolean =>
  card !== undefined && may(role, "own");

/** The key that applies it, if it has one. */
export const keyOf = ({ card, shelf }: CardHere): string | undefined => card && shelf.keyOf(card.id);
