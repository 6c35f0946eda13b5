import type { Audition } from "../state/bench/model";
import { useMemo } from "react";
import { emptyChain } from "@/core/chain/model";
import { mixNodes, mixRate, soundOf } from "@/core/library/mixing";
import { useDesk } from "../data/desk";
import type { Bench } from "./use-bench";
import type { Hearing } from "./use-loop";
import { soundSource } from "../data/material";

export interface MixHearing {
  readonly before: Hearing;
  readonly after: Hearing;
  readonly sampleRate: number;
}

const untouched = emptyChain("audio");

/**
 * A stretch of the session's timeline (in seconds) as it sounds with the lead target's chain and without it: the whole
 * mix, or one target of it with all that feeds it (`root`). Null where it is not asked for. `place` names who
 * asks: a newer question from the same place replaces an older one.
 */
export function useMix(
  { targets, session, lead }: Pick<Bench, "targets" | "session" | "lead">,
  audition: Audition | null,
  wanted: boolean,
  root: string | null,
  { start, end }: { readonly start: number; readonly end: number },
  place = "viewer",
): MixHearing | null {
  const { libraryId, renderer } = useDesk();
  const leadId = lead?.id;
  return useMemo(() => {
    if (!wanted) return null;
    const factsOf = (id: string) => session.media.get(id)?.facts;
    const sampleRate = mixRate(targets, factsOf);
    const nodes = mixNodes(targets, factsOf);
    const sources = Object.fromEntries(
      targets.flatMap((t) => {
        const sound = soundOf(t, factsOf);
        return sound ? [[t.id, soundSource(libraryId, t.mediaId!, sound)]] : [];
      }),
    );
    const hear =
      (place: string, change: object): Hearing =>
      () =>
        renderer.mix({
          place,
          root,
          shapedId: leadId ?? null,
          sources,
          sampleRate,
          start: Math.round(start * sampleRate),
          end: Math.round(end * sampleRate),
          nodes: nodes.map((node) => (node.id === leadId ? { ...node, ...change } : node)),
        });
    return {
      sampleRate,
      before: hear(`${place} before`, { chain: untouched }),
      after: hear(place, audition ?? {}),
    };
  }, [wanted, root, start, end, targets, session.media, leadId, audition, place, libraryId, renderer]);
}
