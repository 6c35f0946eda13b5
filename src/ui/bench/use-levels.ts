import { useEffect, useState } from "react";
import type { Chain } from "@/core/chain/model";
import { lumaLevels, type LumaLevels } from "@/core/measure/picture-statistics";
import type { ClipSource, FrameJob } from "@/workers/render-messages";
import { useDesk } from "../data/desk";

/** The levels of a frame, with the chain and without. */
export interface FrameLevels {
  readonly frame: number;
  readonly after: LumaLevels;
  readonly before: LumaLevels;
}

/** Frames that are looked at, evenly over the clip. */
const places = 48;

const framesOf = (frames: number): number[] => {
  const count = Math.min(places, frames);
  return Array.from({ length: count }, (_, i) => Math.round((i * (frames - 1)) / Math.max(1, count - 1)));
};

/** Milliseconds for which nothing has changed. */
const rest = 400;

const none: readonly FrameLevels[] = [];

interface Asked {
  readonly source: ClipSource;
  readonly chain: Chain;
  readonly strength: number;
  readonly earlier: FrameJob["earlier"];
}

/**
 * The levels of a clip over its length, as they become known: frames are made one after another, at half their size, while
 * nothing plays and where it is `wanted`.
 */
export function useLevels(
  { source, chain, strength, earlier }: Asked,
  wanted: boolean,
): readonly FrameLevels[] {
  const { renderer } = useDesk();
  const [known, setKnown] = useState<{ readonly of: Asked | null; readonly levels: readonly FrameLevels[] }>({
    of: null,
    levels: none,
  });
  useEffect(() => {
    if (!wanted) return;
    let current = true;
    const of = { source, chain, strength, earlier };
    const look = async () => {
      const levels: FrameLevels[] = [];
      // What is being turned just now comes first.
      await new Promise((resolve) => setTimeout(resolve, rest));
      for (const index of framesOf(source.frames)) {
        if (!current) return;
        const made = await renderer.frame({ place: "levels", ...of, index, size: "half" });
        if (!current) return;
        if (!made) continue;
        levels.push({
          frame: index,
          after: lumaLevels(made.after.codes),
          before: lumaLevels(made.before.codes),
        });
        // Those of before stay until they are known anew.
        setKnown((before) => ({
          of,
          levels: [
            ...levels,
            ...(before.of?.source === source ? before.levels.filter((one) => one.frame > index) : none),
          ],
        }));
      }
    };
    // What cannot be rendered is said where it is looked at.
    look().catch(() => undefined);
    return () => {
      current = false;
    };
  }, [renderer, source, chain, strength, earlier, wanted]);
  const { of, levels } = known;
  return of?.source === source ? levels : none;
}
