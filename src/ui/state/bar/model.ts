import type { Chain } from "@/core/chain/model";
import type { Draft } from "@/core/chain/draft";
import type { WayId } from "@/core/chain/ways";
import type { EffectDefinition } from "@/core/effects/define";
import type { Replica } from "@/core/library/change";
import type { CardHead, Routine, Target } from "@/core/library/entities";
import type { BarGrouping } from "@/core/library/media";
import type { Apart } from "@/core/measure/likeness/define";
import type { Vocabulary } from "@/core/search/fields/define";
import type { SearchTarget } from "@/core/search/document";
import type { RecallResult } from "@/core/search/recall";

/** A search, folder or stage that the bar looks within. */
export interface Scope {
  readonly id: string;
  readonly name: string;
  readonly query: string;
}

/** The model of a comparison: a card, by what it does, or a target, by what comes of its material. */
export type LikeWhat =
  | { readonly kind: "card"; readonly card: CardHead }
  | { readonly kind: "reference"; readonly target: Target };

/** A card and how far away it is, with the strength (percent) at which it comes nearest. */
export interface LikeHit {
  readonly id: string;
  readonly apart: Apart;
  readonly strength?: number;
}

export interface Likenesses {
  /** The nearest first; null until they are known. */
  readonly hits: readonly LikeHit[] | null;
  /** The progress, then a remark about all of it. */
  readonly note: string;
}

/** A row: a card, or an effect by itself. */
export type BarRow = CardHead | EffectDefinition;
export const isCard = (row: BarRow): row is CardHead => "fingerprint" in row;

/** A question to the index. */
export interface BarQuestion {
  readonly query: string;
  readonly target: SearchTarget;
  readonly limit: number;
  /** The query of what it looks within. */
  readonly within?: string;
}

/** The bar's surroundings, which it reads and does not hold: selection, library, settings. */
export interface Around {
  readonly target: SearchTarget;
  /** The ids of what is selected. */
  readonly selected: readonly string[];
  readonly lead: Pick<Target, "chain" | "strength"> | null;
  /** The way of Enter, and all ways that are offered. */
  readonly way: WayId;
  readonly ways: readonly WayId[];
  /** The place of the chosen setting. */
  readonly settingAt: number | null;
  readonly draft: Draft;
  readonly replica: Replica;
  /** Stands for the state of the index: where it is another value, the index may answer otherwise. */
  readonly indexed: unknown;
  readonly stage: Scope | undefined;
  /** An alias acts with its last letter. */
  readonly aliasesAct: boolean;
  /** Ids of the effects that the member does not want to see. */
  readonly hidden: ReadonlySet<string>;
  readonly likes: Likenesses;
  /** The ids that words recall among all cards, by which what was compared is narrowed; null: all. */
  readonly matching: { readonly asked: string; readonly result: ReadonlySet<string> } | null;
  readonly vocabulary: Vocabulary;
  /** Queries by which cards were put on, the latest first. */
  readonly earlier: readonly string[];
}

/** How something is put on; `strength` in percent, `keys` are the presses that it took. */
export interface BarApplying {
  readonly how: WayId;
  readonly at?: number;
  readonly strength: number;
  readonly keys: number;
}

/** A press that came before the rows which it is about. */
export interface WaitingPress {
  /** How a row is to be put on; null where it is to be gathered. */
  readonly how: WayId | null;
  readonly index: number | undefined;
  /** The ids that were selected when it came. */
  readonly on: readonly string[];
  /** It was the last letter of an alias: what is typed after it takes it back. */
  readonly isLetter?: true;
}

export interface BarState {
  readonly isOpen: boolean;
  readonly typed: string;
  readonly caret: number;
  /** The chosen row; it may lie behind the last one. */
  readonly at: number;
  /** The row from which several are highlighted, up to the chosen one; null where only that is. */
  readonly anchor: number | null;
  /** Percent. */
  readonly strength: number;
  readonly scopeId: string | undefined;
  readonly what: LikeWhat | null;
  /** Something was typed or moved: opening the bar alone changes nothing that is heard or seen. */
  readonly isTouched: boolean;
  /** By what rows are put together; null: they stand as they are found. It lasts as long as the bar looks within the same. */
  readonly grouping: BarGrouping | null;
  /** The last event was a letter, and more may follow. */
  readonly isTyping: boolean;
  /** Which of the earlier queries is back; −1: none. */
  readonly back: number;
  /** Keys and presses so far, with the one that opened the bar. */
  readonly keys: number;
  /** Gatherings that are on their way into the draft. */
  readonly gathering: number;
  readonly waiting: WaitingPress | null;
  /** The ids that were selected when a card at random was asked for; null: none is. */
  readonly drawing: readonly string[] | null;
  readonly answer: { readonly question: BarQuestion; readonly result: RecallResult } | null;
  /** The question that was asked last, by its text, and what the index had read by then. */
  readonly asked: {
    readonly key: string;
    readonly indexed: unknown;
    /** Its answer is not there yet; or is, but the index has read more since it was asked. */
    readonly state: "out" | "out and old" | "answered";
  } | null;
  /** The row whose nearest strength was taken, with that strength. */
  readonly nearest: string;
}

export type BarEvent =
  | {
      readonly kind:
        "opened" | "left" | "pressed" | "around" | "below" | "earlier" | "drop term" | "complete" | "draw";
    }
  | { readonly kind: "typed"; readonly text: string; readonly caret?: number }
  | { readonly kind: "go"; readonly to: number; readonly extend?: boolean }
  /** `index` is a place in the list, `isSeen` says that the row which is drawn there now is meant. */
  | { readonly kind: "put"; readonly how?: WayId; readonly index?: number; readonly isSeen?: true }
  /** `index` is the place of a row that is drawn now. */
  | { readonly kind: "gather"; readonly index?: number }
  | { readonly kind: "gathered" }
  | { readonly kind: "mark" }
  | { readonly kind: "look like"; readonly what: LikeWhat | null }
  | { readonly kind: "look within"; readonly id: string | undefined }
  | { readonly kind: "strength"; readonly percent: number }
  | { readonly kind: "group"; readonly by: BarGrouping | null }
  | { readonly kind: "answered"; readonly question: BarQuestion; readonly result: RecallResult }
  | { readonly kind: "drawn"; readonly id: string | null };

/** Rows that are seen; else (null) what will be on top once some words are answered. */
interface TakingWish<Do extends string> {
  readonly do: Do;
  readonly rows: readonly BarRow[] | null;
  readonly question: BarQuestion;
}

/** A wish of the bar, fulfilled by the part that shows it. */
export type BarWish =
  | { readonly do: "ask"; readonly question: BarQuestion }
  | { readonly do: "put"; readonly rows: readonly BarRow[]; readonly applying: BarApplying }
  | { readonly do: "put draft"; readonly applying: BarApplying }
  | { readonly do: "run"; readonly routine: Routine }
  | TakingWish<"gather">
  | TakingWish<"mark">
  | { readonly do: "draw"; readonly query: string; readonly within: string | undefined }
  | { readonly do: "remember"; readonly words: string }
  | { readonly do: "say"; readonly problem: string }
  | { readonly do: "focus" }
  | { readonly do: "close" };

/** The chain and strength (percent) of an audition. */
export interface Heard {
  readonly chain: Chain;
  readonly strength: number;
}
