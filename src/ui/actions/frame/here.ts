export type PlaceName = "bench" | "library" | "upkeep" | "history" | "team";

/** What is offered wherever one is. */
export interface FrameHere {
  go(place: PlaceName): void;
  openAccount(): void;
  openMenu(): void;
  openAll(): void;
}
