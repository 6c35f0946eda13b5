import type { Replica } from "@/core/library/change";
import type { CardHead, FavouritesList, Folder, Tag } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { count } from "@/core/library/words";
import type { LibraryPlace, ShownSearch } from "../../state/places";
import type { CardHere } from "../shared/card";
import type { SelectsAll } from "../shared/select-all";
import type { TakesBack } from "../shared/take-back";

/** What actions on some cards ask for. */
export interface CardsHere extends CardHere {
  readonly replica: Replica;
  /** All that is selected; `card` is the lead of it. */
  readonly selected: readonly CardHead[];
}

export interface LibraryHere extends CardsHere, TakesBack, SelectsAll {
  /** The folder that is open. */
  readonly folder: Folder | undefined;
  /** The tag that is open. */
  readonly tag: Tag | undefined;
  /** The favourites list that is open. */
  readonly list: FavouritesList | undefined;
  /** The ids of all cards of the open place, whatever they are filtered by. */
  readonly placeIds: readonly string[];
  /** The search that is open. */
  readonly search: ShownSearch | undefined;
  /** Of each card the words without which the open search would not hold it. */
  wordsOf(cards: readonly CardHead[]): readonly (readonly string[])[];
  /** What the cards are filtered by. */
  readonly typed: string;
  /** The ids of the cards of the place, as they are shown; empty where the table puts them in another order. */
  readonly order: readonly string[];
  open(place: LibraryPlace): void;
  filter(): void;
  toBench(): void;
  /** Lays what is selected, or all that is shown, on the filing desk. */
  toDesk(): void;
  /** Whether the chosen card is heard or seen on the bench's material, and just now without it. */
  readonly isTrying: boolean;
  readonly isWithout: boolean;
  setTrying(on: boolean): void;
  setWithout(on: boolean): void;
  /** Goes to the history of a card, a folder or a tag. */
  toHistory(id: string): void;
  /** Goes to the cards that members offer to the team. */
  toOffers(): void;
  chooseFiles(): void;
}

export const mayKeep = ({ role }: Pick<LibraryHere, "role">): boolean => may(role, "keep");
export const mayCurate = ({ role }: Pick<LibraryHere, "role">): boolean => may(role, "curate");

export const chosen = ({ selected }: Pick<CardsHere, "selected">): boolean => selected.length > 0;
/** One card alone is chosen. */
export const oneChosen = ({ selected, card }: Pick<CardsHere, "selected" | "card">): boolean =>
  selected.length === 1 && card !== undefined;

/** Why nothing of the team's may be changed; null where it may. */
export const whyNotKeep = (here: Pick<CardsHere, "role">): string | null =>
  mayKeep(here) ? null : `Your role, ${here.role}, changes no cards.`;

/** Why the chosen cards stay as they are; null where they may be changed. Supplied cards are copied to be changed. */
export function whyFixed(here: Pick<CardsHere, "role" | "selected">): string | null {
  const supplied = here.selected.filter((c) => c.layer === "supplied");
  if (!mayKeep(here) || supplied.length === 0) return whyNotKeep(here);
  return here.selected.length === 1
    ? `“${supplied[0].name}” is a supplied card and stays as it is. Copy it to change the copy.`
    : `Supplied cards stay as they are; among those chosen: ${supplied.length.toLocaleString("en")}. Copy them to change the copies.`;
}

/** Why the chosen cards lie nowhere; null where they can be put in order. */
export function whyNowhere(here: Pick<CardsHere, "role" | "selected">): string | null {
  const own = here.selected.filter((c) => c.layer === "private");
  if (!mayKeep(here) || own.length === 0) return whyNotKeep(here);
  return own.length === 1
    ? `“${own[0].name}” is yours alone and lies in no folder. Offer it to the team first.`
    : `Cards that are yours alone lie in no folder; among those chosen: ${own.length.toLocaleString("en")}. Offer them to the team first.`;
}

export const editable = (here: Pick<CardsHere, "role" | "selected">): boolean =>
  chosen(here) && whyFixed(here) === null;

/** What is the team's can be put in order: private cards lie nowhere. */
export const shared = ({ selected }: Pick<CardsHere, "selected">): boolean =>
  selected.length > 0 && selected.every((c) => c.layer !== "private");

/** What is selected, in words. */
export const what = ({ selected }: Pick<CardsHere, "selected">): string =>
  selected.length === 1 ? `“${selected[0].name}”` : count(selected.length, "card");

/** A favourites list that this member may change: their own, or the team's where they keep things for it. */
export const ownList = ({ list, role }: Pick<LibraryHere, "list" | "role">): boolean =>
  list !== undefined && may(role, list.ownerId === null ? "keep" : "own");

/** A search that was kept, which can be recalled by an alias or a key. */
export const keptSearch = ({ search, role }: Pick<LibraryHere, "search" | "role">): boolean =>
  search?.kept !== undefined && may(role, "own");

/** A search that this member may change: their own, or the team's where they keep things for it. */
export const ownSearch = (here: Pick<LibraryHere, "search" | "role">): boolean =>
  keptSearch(here) && (here.search!.kept!.ownerId !== null || mayKeep(here));
