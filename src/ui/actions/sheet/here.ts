import type { Media } from "@/core/api/operations/session-replica";
import type { Chain } from "@/core/chain/model";

/** A proof sheet lies over the bench. */
export interface SheetHere {
  readonly columns: number;
  /** Targets that have a pick, of how many. */
  readonly picked: number;
  readonly rows: number;
  readonly blind: boolean;
  /** The chosen cell is heard, or seen large. */
  readonly isTried: boolean;
  /** The material can be heard with the rest of its session, and is. */
  readonly isMixed: boolean;
  readonly inMix: boolean;
  /** The card of the chosen column, as it may be named. */
  readonly name: string;
  /** Cards that no row has picked, while some have. */
  readonly losers: number;
  /** What the only two cards make of the chosen target's material; null where there are more, or it has not come. */
  readonly pair: { readonly media: Media; readonly chains: readonly [Chain, Chain] } | null;
  pick(column?: number): void;
  pickForAll(): void;
  cover(): void;
  leaveOut(): void;
  setTried(on: boolean): void;
  setInMix(on: boolean): void;
  keep(): void;
  leave(): void;
}
