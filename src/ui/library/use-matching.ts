import { useEffect, useState } from "react";
import { useDesk } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";

/** The ids of the cards that a query recalls, from the worker; null where nothing is asked for, or not answered yet. The last answer stays until the next is there. */
export function useMatching(query: string): ReadonlySet<string> | null {
  const { finder, library, data } = useDesk();
  const indexed = useStore(library.arrival, indexedTenths);
  const [found, setFound] = useState<ReadonlySet<string> | null>(null);
  const isAsked = query.trim() !== "";
  useEffect(() => {
    if (!isAsked) return setFound(null);
    let wanted = true;
    void finder.ask("matching", { query }).then((ids) => wanted && setFound(new Set(ids)));
    return () => {
      wanted = false;
    };
  }, [finder, query, isAsked, data.replica, indexed]);
  return isAsked ? found : null;
}
