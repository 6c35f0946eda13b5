import type { CardHead, Target } from "@/core/library/entities";
import { capital } from "@/core/library/words";
import { wayOf, type WayId } from "@/core/chain/ways";
import type { Shelf } from "@/core/library/shelf";
import type { BarGrouping } from "@/core/library/media";
import type { Desk } from "../../data/desk";
import type { LikeWhat } from "../../state/bar/model";

/** Something waits to be put on what is selected. */
export interface PutsOn {
  /** What that is: the card, the draft. */
  readonly puts: string;
  /** There is something. */
  readonly found: number;
  /** What Enter does on what is selected. */
  readonly way: WayId;
  /** All ways that there are for the material. */
  readonly ways: readonly WayId[];
  /** The place of the setting that was chosen; null where none was. */
  readonly settingAt: number | null;
  put(how: WayId): void;
}

/** The apply bar: a row is highlighted, and waits to be put on. */
export interface ApplyHere extends PutsOn {
  /** Rows that were found, and how many cards in all that fit. */
  readonly found: number;
  readonly fitting: number;
  /** Terms of the query, and the saved search that it looks within, if there is one. */
  readonly terms: number;
  /** What would complete the query. */
  readonly completion: string | null;
  /** Earlier queries. */
  readonly earlier: number;
  /** Percent. */
  readonly strength: number;
  /** The kind of what is selected. */
  readonly kind: string;
  setWay(way: WayId): void;
  /** Settings of the draft, which rows are gathered into. */
  readonly drafted: number;
  /** Rows that are highlighted. */
  readonly picked: number;
  gather(): void;
  /** To the next row, or, where nothing is heard or seen yet, to the first. */
  audition(): void;
  setStrength(strength: number): void;
  /** An alias acts with its last letter. */
  readonly aliasesAct: boolean;
  setAliasesAct(act: boolean): void;
  readonly isNarrow: boolean;
  setNarrow(narrow: boolean): void;
  /** Cards are compared with something, and stand in the order of their distances. */
  readonly isComparing: boolean;
  readonly grouping: BarGrouping | null;
  setGrouping(by: BarGrouping | null): void;
  putRandom(): void;
  dropTerm(): void;
  complete(): void;
  recallEarlier(): void;
  /** The card of the chosen row; null where that is an effect, or there is none. */
  readonly chosenCard: CardHead | null;
  /** The id of the bare effect of the chosen row; null where that is a card, or there is none. */
  readonly chosenEffect: string | null;
  readonly shelf: Pick<Shelf, "allLists">;
  readonly act: Desk["act"];
  markFirst(): void;
  /** The next of the session's targets that the selected material could be brought near to. */
  readonly nextReference: Target | null;
  lookLike(what: LikeWhat): void;
  leave(): void;
}

export const strengthStep = 10;

/** What a way to apply does with something, as a sentence begins. */
export const sentenceOf = (way: WayId, it = "the card"): string => capital(wayOf(way).does(it));
