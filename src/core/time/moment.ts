import { ratio, secondsIn, type Ratio } from "./ratio";

/** Where in a clip one is: what moves is different at every moment. */
export interface Moment {
  /** Counted from 0. */
  readonly frame: number;
  /** Seconds from the clip's start. */
  readonly time: number;
  /** Length of the clip, in seconds. */
  readonly length: Ratio;
  /** How long a frame is, in seconds; 0 for what has no time. */
  readonly step: Ratio;
}

/** When the clip's last frame is shown, in seconds. */
export const lastMoment = ({ length, step }: Pick<Moment, "length" | "step">): number =>
  secondsIn(length) - secondsIn(step);

/** The moment at which a frame of a clip is shown. `rate`: frames a second, as a ratio. */
export const momentOf = (frame: number, frames: number, [perSecond, seconds]: Ratio): Moment => ({
  frame,
  time: (frame * seconds) / perSecond,
  length: ratio(frames * seconds, perSecond),
  step: ratio(seconds, perSecond),
});

/** The only moment of what has no time. */
export const standing: Moment = { frame: 0, time: 0, length: ratio(1), step: ratio(0) };
