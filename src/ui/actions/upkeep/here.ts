import type { CardsHere } from "../library/here";
import type { TakesBack } from "../shared/take-back";

/** A remedy for what is chosen, as it stands. */
export interface RemedyHere {
  readonly id: string;
  /** What it does to what is selected; empty where it does nothing there. */
  readonly words: string;
  /** What it does to all there is of the finding; empty where it does nothing there. */
  readonly wordsForAll: string;
  run(): unknown;
  runForAll(): unknown;
}

export interface UpkeepHere extends CardsHere, TakesBack {
  readonly remedies: readonly RemedyHere[];
  /** Goes to the next kind of finding, or the one before. */
  turn(by: 1 | -1): void;
}
