import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { extentOf, type ClipTime } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import { chainAt } from "@/core/chain/motion";
import { sayClock } from "@/core/text/clock";
import type { ViewerProps } from "../media/define";
import { columnGap, laneEdge, Lanes, lanesOf } from "./lanes";

interface Shown {
  /** What is heard, which may be tried out only. */
  readonly chain: Chain;
  /** What the target's keyframes are set against; memoised. */
  readonly time: ClipTime;
  /** Where the range begins, in hundredths of a second as `time` counts them. */
  readonly start: number;
  /** How much of the drawing `time` takes, 0…1, from its beginning on. */
  readonly share?: number;
  /** The sound over its time. */
  readonly drawing: ReactNode;
}

/** What lies on either side of the time itself in a lane: its name, a figure. The drawing lies over the time between them. */
const [before, after] = ["96px", "136px"];
const columns = `${before} minmax(0, 1fr) ${after}`;
const aside = {
  paddingLeft: `calc(${laneEdge} + ${before} + ${columnGap})`,
  paddingRight: `calc(${columnGap} + ${after})`,
};

/**
 * A target that is heard, drawn over its time, with the lanes of its keyframes straight below, where there are any; and the
 * chain as it is where one is among them, for its curves.
 */
export function useSoundLanes(
  { bench, target, lanes }: Pick<ViewerProps, "bench" | "target" | "lanes">,
  { chain, time, start, share, drawing }: Shown,
): { readonly chainHere: Chain; readonly laid: ReactNode } {
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
  const chainHere = useMemo(
    () => chainAt(chain, { time: seconds, ...extentOf(time) }),
    [chain, seconds, time],
  );
  const laid = (
    <>
      <Box
        flex="1 1 0"
        minHeight="90px"
        display="flex"
        flexDirection="column"
        style={at === null ? undefined : aside}
      >
        {drawing}
      </Box>
      {at !== null && (
        <Lanes
          chain={target.chain}
          at={at}
          clip={time}
          frame={frame}
          columns={columns}
          share={share}
          said={sayClock(seconds)}
          all={all ?? lanes?.asked ?? false}
          onFrame={setFrame}
          onChain={bench.shape}
          onAll={setAll}
          onLeave={() => lanes?.leave()}
        />
      )}
    </>
  );
  return { chainHere, laid };
}
