import { useCallback, useMemo, useState } from "react";
import { candidatesOf, presentCandidates, type Candidates } from "@/core/library/candidates";
import type { CardHead } from "@/core/library/entities";
import { goesOn, type Medium } from "@/core/media";
import { lastFound, type LastFound } from "../apply/last-found";
import { useDesk, useData } from "../data/desk";
import { searchTarget } from "./search-target";
import type { Bench } from "./use-bench";

/** Cards that are gone through where nothing was found before: those that the member uses most on such a target. */
const usualOnes = 24;
/** True of the cards in use that are for a medium. */
const isFor = (cards: ReadonlyMap<string, CardHead>, medium: Medium | undefined) => (id: string) => {
  const card = cards.get(id);
  return card !== undefined && medium !== undefined && goesOn(card.medium, medium) && !card.withdrawn;
};

/** Gives the cards that the apply bar listed last, as far as they are for the material; else those that the member uses most on such a target. */
export function useListed({ lead, session }: Bench) {
  const { library, finder, libraryId, tell } = useDesk();
  return useCallback(async (): Promise<LastFound | null> => {
    if (!lead) return null;
    const { replica, member } = library.state.get().data!;
    const last = lastFound(libraryId);
    const ids = last?.ids.filter(isFor(replica.card, lead.chain.medium)) ?? [];
    if (last && ids.length > 0) return { ids, from: last.from };
    const target = searchTarget({ lead, session }, member.settings);
    const { hits } = await finder.ask("recall", { query: "", target, limit: usualOnes });
    const usual = hits.filter(({ fits }) => fits).map(({ id }) => id);
    if (usual.length > 0) return { ids: usual, from: `what you use on a ${lead.kind}` };
    tell({ kind: "problem", text: `There is no card for a ${lead.kind} yet.` });
    return null;
  }, [lead, session, library, libraryId, finder, tell]);
}

/** The state of trying cards in a row; `begin` starts it. */
export function useCandidates(bench: Bench) {
  const [given, setCandidates] = useState<Candidates | null>(null);
  const medium = bench.lead?.chain.medium;
  const cards = useData(({ replica }) => (given ? replica.card : null));
  const candidates = useMemo(
    () => given && cards && presentCandidates(given, isFor(cards, medium)),
    [given, cards, medium],
  );
  const listed = useListed(bench);
  const begin = useCallback(
    async (by: 1 | -1) => {
      const list = await listed();
      if (list) setCandidates(candidatesOf(list.ids, list.from, by));
    },
    [listed],
  );
  return { candidates, setCandidates, begin };
}
