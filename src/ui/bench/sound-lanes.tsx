import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { lengthOf, type ClipTime } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import { chainAt } from "@/core/chain/motion";
import { sayClock } from "@/core/text/clock";
import type { ViewerProps } from "../media/define";
import { Lanes, lanesOf } from "./lanes";

interface Shown {
  /** What is heard, which may be tried out only. */
  readonly chain: Chain;
  /** What the target's keyframes are set against; memoised. */
  readonly time: ClipTime;
  /** Where the range begins, in hundredths of a second as `time` counts them. */
  readonly start: number;
}

/**
 * The keyframes of a target that is heard, below its viewer: where one is among them, the chain as it is there, for its
 * curves, and the lanes, where there are any.
 */
export function useSoundLanes(
  { bench, target, lanes }: Pick<ViewerProps, "bench" | "target" | "lanes">,
  { chain, time, start }: Shown,
): { readonly drawn: Chain; readonly rows: ReactNode } {
  const { playhead } = bench;
  // Until one goes elsewhere, where the range begins.
  const [wanted, setWanted] = useState<{ readonly on: string; readonly frame: number } | null>(null);
  const setFrame = useCallback((to: number) => setWanted({ on: target.id, frame: to }), [target.id]);
  const frame = Math.max(0, Math.min(time.frames - 1, wanted?.on === target.id ? wanted.frame : start));
  useEffect(
    () => playhead.set({ targetId: target.id, clip: time, frame }),
    [playhead, target.id, time, frame],
  );
  useEffect(() => () => playhead.set(null), [playhead]);
  const [all, setAll] = useState<boolean | null>(null);
  const at = lanesOf(target.chain, lanes);
  const [rate, step] = time.rate;
  const seconds = (frame * step) / rate;
  const drawn = useMemo(
    () => chainAt(chain, { time: seconds, length: lengthOf(time) }),
    [chain, seconds, time],
  );
  const rows = at !== null && (
    <Lanes
      chain={target.chain}
      at={at}
      clip={time}
      frame={frame}
      said={sayClock(seconds)}
      all={all ?? lanes?.asked ?? false}
      onFrame={setFrame}
      onChain={bench.shape}
      onAll={setAll}
      onLeave={() => lanes?.leave()}
    />
  );
  return { drawn, rows };
}
