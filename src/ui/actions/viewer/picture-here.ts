/** Which of the two is shown whole; null shows both, with the edge between. */
export type Whole = "before" | "after" | null;

export interface PictureHere {
  readonly whole: Whole;
  readonly scopes: boolean;
  readonly isFull: boolean;
  /** Null where there is nothing finer to see. */
  readonly toggleFull: (() => void) | null;
  setWhole(whole: Whole): void;
  setScopes(on: boolean): void;
  /** Percent of the width. */
  moveEdge(by: number): void;
}
