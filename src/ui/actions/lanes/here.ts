/** The lanes of a setting below the viewer, of which one is chosen, while they have the focus. */
export interface LanesHere {
  /** What the chosen lane is of, in words. */
  readonly label: string;
  readonly lanes: number;
  /** Keyframes of the chosen lane. */
  readonly keyframes: number;
  /** Whether one of them is at the playhead. */
  readonly isHere: boolean;
  /** Those that are meant: picked, else the one at the playhead. */
  readonly meant: number;
  readonly copied: number;
  choose(by: 1 | -1): void;
  /** Goes by so many frames, or seconds. */
  go(by: number, unit: "frame" | "second"): void;
  toKeyframe(by: 1 | -1): void;
  set(): void;
  step(by: 1 | -1): void;
  move(frames: number): void;
  remove(): void;
  ease(): void;
  pick(): void;
  pickAll(): void;
  copy(): void;
  paste(): void;
  reverse(): void;
  scale(by: readonly [number, number]): void;
  leave(): void;
}
