import { useEffect } from "react";
import { readyMade } from "@/core/search/ready-made";
import { useDesk, useData } from "../data/desk";
import { keptSearches } from "../state/places";

/** Has the searches of the index counted, as long as the calling part is shown; the counts come to `finder.counts`. */
export function useSearchCounts(): void {
  const { finder } = useDesk();
  const savedSearch = useData(({ replica }) => replica.savedSearch);
  useEffect(() => {
    const all = [...keptSearches({ savedSearch }), ...readyMade];
    finder.follow(Object.fromEntries(all.map(({ id, query }) => [id, query])));
  }, [finder, savedSearch]);
  useEffect(() => () => finder.follow({}), [finder]);
}
