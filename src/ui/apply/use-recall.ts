import { useEffect, useRef, useState } from "react";
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
  const { medium, kind, format, prefers } = target;
  /** What is asked at present; null where nothing is any more. */
  const wanted = useRef<string | null>(null);
  /** The question that is on its way, and whether the library has changed since. */
  const onItsWay = useRef<{ readonly key: string; isOld: boolean } | null>(null);
  useEffect(() => {
    const key = JSON.stringify([query, medium, kind, format, prefers, limit, within]);
    wanted.current = key;
    const askIt = () => {
      const question = (onItsWay.current = { key, isOld: false });
      void finder
        .ask("recall", {
          query,
          target: { medium, kind, ...(format && { format }), ...(prefers && { prefers }) },
          limit,
          ...(within !== undefined && { within }),
        })
        .then((result) => {
          if (wanted.current !== key) return;
          setState({ query, within, result });
          if (question.isOld) askIt();
          else if (onItsWay.current === question) onItsWay.current = null;
        });
    };
    // While the index is built it changes faster than it answers: what it knows so far is shown, and then it is asked again.
    if (onItsWay.current?.key === key) onItsWay.current.isOld = true;
    else askIt();
  }, [finder, query, medium, kind, format, prefers, limit, within, data.replica, indexed]);
  useEffect(
    () => () => {
      wanted.current = null;
      onItsWay.current = null;
    },
    [],
  );
  // What was found elsewhere is no answer here.
  return state.within === within ? state : { query: null, result: nothing };
}
