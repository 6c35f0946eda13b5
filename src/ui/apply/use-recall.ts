import { useEffect, useState } from "react";
import type { SearchTarget } from "@/core/search/document";
import type { RecallResult } from "@/core/search/recall";
import { useDesk } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";

const nothing: RecallResult = { hits: [], matches: 0, fitting: 0, variants: 0, hidden: 0 };

/** What a query recalls, from the worker; the last answer stays until the next is there. */
export function useRecall(
  query: string,
  target: SearchTarget,
  limit: number,
  /** The query of a saved search that it looks within. */
  within?: string,
): { readonly query: string | null; readonly result: RecallResult } {
  const { finder, library, data } = useDesk();
  const indexed = useStore(library.arrival, indexedTenths);
  const [state, setState] = useState<{ query: string | null; within?: string; result: RecallResult }>({
    query: null,
    result: nothing,
  });
  const { medium, kind, format } = target;
  useEffect(() => {
    let wanted = true;
    void finder
      .ask("recall", {
        query,
        target: { medium, kind, ...(format && { format }) },
        limit,
        ...(within !== undefined && { within }),
      })
      .then((result) => wanted && setState({ query, within, result }));
    return () => {
      wanted = false;
    };
  }, [finder, query, medium, kind, format, limit, within, data.replica, indexed]);
  // What was found elsewhere is no answer here.
  return state.within === within ? state : { query: null, result: nothing };
}
