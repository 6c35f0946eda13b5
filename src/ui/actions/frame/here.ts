export type PlaceName = "bench" | "library" | "keys" | "upkeep" | "history" | "team";

/** What is offered wherever one is. */
export interface FrameHere {
  go(place: PlaceName): void;
  openAccount(): void;
  openMenu(): void;
  openAll(): void;
}
