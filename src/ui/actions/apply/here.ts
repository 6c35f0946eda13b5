import type { ApplyHow } from "../../bench/use-bench";

/** The apply bar: a row is highlighted, and waits to be put on. */
export interface ApplyHere {
  /** Rows that were found. */
  readonly found: number;
  /** Percent. */
  readonly strength: number;
  put(how: ApplyHow): void;
  /** To the next row, or, where nothing is heard or seen yet, to the first. */
  audition(): void;
  setStrength(strength: number): void;
  leave(): void;
}

export const strengthStep = 10;
