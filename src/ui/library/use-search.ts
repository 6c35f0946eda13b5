import { useEffect, useMemo, useState } from "react";
import type { SavedSearch } from "@/core/library/entities";
import { readyMade } from "@/core/search/ready-made";
import { useDesk, useData } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";
import { keptSearches, type ShownSearch } from "../state/places";

/** Has the searches of the index counted, as long as the calling part is shown; the counts come to `finder.counts`. */
export function useSearchCounts(): void {
  const { finder } = useDesk();
  const data = useData();
  const { savedSearch } = data.replica;
  useEffect(() => {
    const all = [...keptSearches({ savedSearch }), ...readyMade];
    finder.follow(Object.fromEntries(all.map(({ id, query }) => [id, query])));
  }, [finder, savedSearch]);
  useEffect(() => () => finder.follow({}), [finder]);
}

/** The ids of the cards that a search holds, in its order; null without a search, or as long as they are not known. */
export function useSearch(
  search: (Pick<ShownSearch, "query" | "sort"> & { readonly kept?: Pick<SavedSearch, "placed"> }) | undefined,
): readonly string[] | null {
  const { finder, library } = useDesk();
  const data = useData();
  const indexed = useStore(library.arrival, indexedTenths);
  const [query, sort, placed] = [search?.query, search?.sort, search?.kept?.placed];
  const asked = useMemo(
    () => (query === undefined ? null : { query, sort: sort ?? "name", ...(placed && { placed }) }),
    [query, sort, placed],
  );
  const [found, setFound] = useState<{ query: string; ids: readonly string[] } | null>(null);
  useEffect(() => {
    if (!asked) return;
    let wanted = true;
    void finder.ask("selected", asked).then((ids) => wanted && setFound({ query: asked.query, ids }));
    return () => {
      wanted = false;
    };
  }, [finder, asked, data.replica, indexed]);
  // Of the same query the last answer stays until the next is there, so that what is selected stays so in another order.
  return asked && found?.query === asked.query ? found.ids : null;
}
