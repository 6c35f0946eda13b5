import type { Range } from "../../state/bench/marked";

/** Something with a length in the viewer, of which a stretch is marked. Samples, frames, or whatever that is counted in. */
export interface RangeHere {
  readonly playing: boolean;
  readonly range: Range;
  readonly frames: number;
  /** Steps a second. */
  readonly sampleRate: number;
  /** Seconds into the range of what plays now; null while nothing does. */
  position(): number | null;
  setRange(range: Range): void;
}
