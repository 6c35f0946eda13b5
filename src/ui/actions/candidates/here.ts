import type { WayId } from "@/core/chain/ways";

/** A card of a list is tried on what is selected, and waits to be kept or passed by. */
export interface CandidatesHere {
  readonly count: number;
  /** The name of the one that is tried. */
  readonly name: string;
  /** How it would come onto what is selected. */
  readonly way: WayId;
  step(by: 1 | -1): void;
  nth(n: number): void;
  draw(): void;
  keep(): void;
  leave(): void;
}

export const others = ({ count }: CandidatesHere): boolean => count > 1;
