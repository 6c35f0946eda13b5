import type { WorkingMedium } from "@/core/media";
import type { TakesBack } from "../shared/take-back";

/** What the actions of the map of keys ask for. */
export interface KeyboardHere extends TakesBack {
  /** The combination of the chosen key that can be bound; null where it has none. */
  readonly bindable: string | null;
  /** What it is bound to on this medium, by name. */
  readonly bound: string | null;
  readonly medium: WorkingMedium;
  /** How many keys are bound. */
  readonly count: number;
  turnPlane(by: 1 | -1): void;
  turnMedium(): void;
  bind(): void;
  free(): void;
  print(): void;
  save(): void;
  chooseFile(): void;
}
