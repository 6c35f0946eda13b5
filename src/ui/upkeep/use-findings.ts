import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { missingFiles } from "@/core/api/operations/missing-files";
import { usage } from "@/core/api/operations/usage";
import { ownKind } from "@/core/media";
import { findings } from "@/core/upkeep";
import type { Found, Look } from "@/core/upkeep/define";
import { ask } from "../data/api";
import { sayError, useDesk, useData } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";

/** What was found of a kind; `problem` says why it could not be looked for. */
export interface FoundOfKind {
  readonly found: readonly Found[];
  /** How many things there was no time to look at. */
  readonly left?: number;
  readonly problem?: string;
}

/** Milliseconds without changes after which it is looked again: a change of many cards comes in one, but some come close. */
const rest = 250;

/** How the library is used, from the server. */
export function useUsage() {
  const { libraryId } = useDesk();
  return useQuery({
    queryKey: ["usage", libraryId],
    queryFn: () => ask(usage, { libraryId }),
    staleTime: 60_000,
  });
}

/** What findings look at, as it stands. */
export function useLook(): Look {
  const { finder, alike, libraryId } = useDesk();
  const data = useData();
  const { data: used } = useUsage();
  const lately = useMemo(() => used && new Set(used.lately), [used]);
  const { replica, shelf, habitsOf, member } = data;
  const [now] = useState(() => Date.now());
  const prefers = member.settings.preferredFormats;
  return useMemo<Look>(
    () => ({
      replica,
      shelf,
      habitsOf,
      now,
      memberId: member.id,
      usedLately: lately ?? null,
      fewestKeys: ({ id, medium, fits, madeFor }) =>
        finder.ask("fewestKeys", {
          cardId: id,
          target: { medium, kind: fits[0] ?? ownKind(medium), format: madeFor, prefers },
        }),
      missingFiles: async () => new Map((await ask(missingFiles, { libraryId })).cards),
      nearPairs: (medium, cards) =>
        alike.ask("pairs", medium, cards, {
          medium,
          cards: cards.map(({ id, fingerprint, effects }) => ({
            id,
            fingerprint,
            group: [...effects].sort().join(),
          })),
        }),
    }),
    [replica, shelf, habitsOf, now, member.id, lately, finder, alike, prefers, libraryId],
  );
}

/** All that wants tidying, by kind; those that are still looked for are as they were before, or missing. */
export function useFindings(look: Look): ReadonlyMap<string, FoundOfKind> {
  const { library } = useDesk();
  const data = useData();
  const [all, setAll] = useState<ReadonlyMap<string, FoundOfKind>>(new Map());
  const indexed = useStore(library.arrival, indexedTenths);
  const isFirst = useRef(true);
  const isReady = !data.arriving && indexed >= 10;
  useEffect(() => {
    if (!isReady) return;
    let wanted = true;
    const put = (id: string, of: FoundOfKind) => setAll((now) => new Map(now).set(id, of));
    const timer = setTimeout(
      async () => {
        isFirst.current = false;
        for (const finding of findings) {
          const of = await Promise.resolve()
            .then(() => finding.find(look))
            .then(
              (looked): FoundOfKind => ("found" in looked ? looked : { found: looked }),
              (error): FoundOfKind => ({ found: [], problem: sayError(error) }),
            );
          if (!wanted) return;
          put(finding.id, of);
          // The page gets its turn between them.
          await new Promise((resolve) => setTimeout(resolve));
          if (!wanted) return;
        }
      },
      isFirst.current ? 0 : rest,
    );
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [look, isReady]);
  return all;
}
