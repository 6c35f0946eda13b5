import { useEffect, useMemo, useRef, useState } from "react";
import type { Target } from "@/core/library/entities";
import type { PictureLook } from "@/core/measure/consistency";
import { useDesk } from "../data/desk";
import { materialOf } from "../data/material";
import { roomOf } from "../media";
import type { SessionData } from "../data/session-store";

interface Looked {
  readonly of: Target["chain"];
  readonly strength: number;
  readonly look: PictureLook | null;
}

/**
 * What pictures and clips look like with their chains, measured one after another; null where one is all black or white.
 * One whose chain is another by now is not known until it has been looked at again.
 */
export function useLooks(
  session: SessionData,
  targets: readonly Target[],
): ReadonlyMap<string, PictureLook | null> {
  const { libraryId, renderer } = useDesk();
  const [looked, setLooked] = useState<ReadonlyMap<string, Looked>>(new Map());
  const latest = useRef(looked);
  useEffect(() => {
    latest.current = looked;
  }, [looked]);
  useEffect(() => {
    let wanted = true;
    void (async () => {
      for (const target of targets) {
        const { id, chain, strength } = target;
        const media = materialOf(session.media, target);
        if (!wanted) return;
        const measure = roomOf(media?.facts.kind)?.look;
        if (!media || !measure || isOf(latest.current.get(id), target)) continue;
        // What cannot be rendered says so on the bench; here it is no member of the series.
        const of = { renderer, libraryId, media, chain, strength, isWanted: () => wanted };
        const look = await measure(of).catch(() => null);
        if (wanted) setLooked((now) => new Map(now).set(id, { of: chain, strength, look }));
      }
    })();
    return () => {
      wanted = false;
    };
  }, [renderer, libraryId, session.media, targets]);
  return useMemo(
    () =>
      new Map(
        targets.flatMap((target) => {
          const known = looked.get(target.id);
          return isOf(known, target) ? [[target.id, known.look] as const] : [];
        }),
      ),
    [targets, looked],
  );
}

const isOf = (looked: Looked | undefined, { chain, strength }: Target): looked is Looked =>
  looked !== undefined && looked.of === chain && looked.strength === strength;
