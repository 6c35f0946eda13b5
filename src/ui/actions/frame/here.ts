export type PlaceName = "bench" | "library" | "keys" | "upkeep" | "history" | "team";

/** What is offered wherever one is. */
export interface FrameHere {
  go(place: PlaceName): void;
  /** To the next part of the screen (1), or the one before (−1). */
  goToPart(by: 1 | -1): void;
  openAccount(): void;
  openMenu(): void;
  openAll(): void;
}
