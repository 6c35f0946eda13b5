import { goesOn } from "@/core/media";
import { useCallback, useRef } from "react";
import { drawFrom } from "@/core/library/candidates";
import type { Target } from "@/core/library/entities";
import { drawsOf, type Step } from "@/core/library/steps";
import { Unfit } from "@/core/library/unfit";
import { useDesk } from "../data/desk";

/**
 * Draws a card for each step of a routine that puts one on by chance: by saved search none again until all were drawn.
 * Throws Unfit where a search holds none for the target.
 */
export function useDraw() {
  const { data, finder } = useDesk();
  const { savedSearch, card } = data.replica;
  const drawn = useRef(new Map<string, ReadonlySet<string>>());
  return useCallback(
    async (steps: readonly Step[], { chain, kind }: Target): Promise<string[]> => {
      const ids: string[] = [];
      for (const { searchId } of drawsOf(steps)) {
        const search = savedSearch.get(searchId);
        if (!search || search.removed)
          throw new Unfit("search-out-of-use", "A saved search of this routine is out of use.", {
            hint: "Bring it back, or take the step out of the routine.",
          });
        const { name, query, sort, placed } = search;
        const held = await finder.ask("selected", { query, sort, placed });
        const fits = held.filter((id) => {
          const one = card.get(id);
          return one !== undefined && goesOn(one.medium, chain.medium) && !one.withdrawn;
        });
        if (fits.length === 0)
          throw new Unfit("empty-search", `“${name}” holds no card for a ${kind}.`, {
            hint: "Change the search, or choose something else.",
          });
        const next = drawFrom(fits, drawn.current.get(searchId) ?? new Set(), Math.random());
        drawn.current.set(searchId, next.drawn);
        ids.push(next.one);
      }
      return ids;
    },
    [savedSearch, card, finder],
  );
}
