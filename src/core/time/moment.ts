import { ratio, type Ratio } from "./ratio";

/** Where in a clip one is: what moves is different at every moment. */
export interface Moment {
  /** Counted from 0. */
  readonly frame: number;
  /** Seconds from the clip's start. */
  readonly time: number;
  /** Length of the clip, in seconds. */
  readonly length: Ratio;
}

/** The moment at which a frame of a clip is shown. `rate`: frames a second, as a ratio. */
export const momentOf = (frame: number, frames: number, [perSecond, seconds]: Ratio): Moment => ({
  frame,
  time: (frame * seconds) / perSecond,
  length: ratio(frames * seconds, perSecond),
});

/** The only moment of what has no time. */
export const standing: Moment = { frame: 0, time: 0, length: ratio(1) };
