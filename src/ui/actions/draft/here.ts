import type { PutsOn } from "../apply/here";

/** The draft chain has the focus, one of its settings is chosen. */
export interface DraftHere extends PutsOn {
  readonly count: number;
  /** The chosen setting's place, and whether it is on. */
  readonly at: number;
  readonly isOn: boolean;
  /** The material can be mixed: there are returns. */
  readonly isMixed: boolean;
  putApart(): void;
  shift(by: 1 | -1): void;
  switchIt(): void;
  double(): void;
  remove(): void;
  empty(): void;
  keep(): void;
  keepSet(): void;
  leave(): void;
}
