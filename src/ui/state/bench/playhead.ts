import type { ClipTime } from "@/core/chain/keyframes";

/** Where in the lead target's clip one is; what is set there is set by keyframes. */
export interface Playhead {
  readonly targetId: string;
  readonly clip: ClipTime;
  readonly frame: number;
}
