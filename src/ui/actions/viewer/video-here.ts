import type { PictureHere } from "./picture-here";
import type { RangeHere } from "./range-here";

/** A clip in the viewer: what holds for pictures, and where in it one is. */
export interface VideoHere extends PictureHere, RangeHere {
  /** The frame that is shown, counted from 0. */
  readonly frame: number;
  /** Frames of a second. */
  readonly second: number;
  toggle(): void;
  /** Stops, and goes to a frame. */
  goTo(frame: number): void;
}

/** The frame so many further, within the clip. */
export const framesOn = ({ frame, frames }: VideoHere, by: number): number =>
  Math.min(frames - 1, Math.max(0, frame + by));
