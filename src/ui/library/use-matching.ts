import { useEffect, useState } from "react";
import { useDesk, useData } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";

interface Matching {
  /** Null where nothing is asked for, or not answered yet. */
  readonly ids: ReadonlySet<string> | null;
  /** What was asked for. */
  readonly query: string;
}

const nothing: Matching = { ids: null, query: "" };

/** The ids of the cards that a query recalls, from the worker. The last answer stays until the next is there. */
export function useMatching(query: string): Matching {
  const { finder, library } = useDesk();
  const replica = useData((data) => data.replica);
  const indexed = useStore(library.arrival, indexedTenths);
  const [found, setFound] = useState(nothing);
  const isAsked = query.trim() !== "";
  useEffect(() => {
    if (!isAsked) return setFound(nothing);
    let wanted = true;
    void finder.ask("matching", { query }).then((ids) => wanted && setFound({ ids: new Set(ids), query }));
    return () => {
      wanted = false;
    };
  }, [finder, query, isAsked, replica, indexed]);
  return isAsked ? found : nothing;
}
