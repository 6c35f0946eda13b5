import type { SearchDocument, SearchTarget } from "@/core/search/document";
import { IndexStore } from "@/core/search/index-store";
import { matching, recall, type RecallResult } from "@/core/search/recall";

export type SearchRequest =
  | { readonly kind: "change"; readonly put: readonly SearchDocument[]; readonly remove: readonly string[] }
  | {
      readonly kind: "recall";
      readonly id: number;
      readonly query: string;
      readonly target: SearchTarget;
      readonly limit: number;
    }
  | { readonly kind: "matching"; readonly id: number; readonly query: string };

export interface SearchAnswer {
  readonly id: number;
  /** Of `recall` what it found, of `matching` the ids. */
  readonly result: RecallResult | readonly string[];
}

/** The asker's clock. */
const moment = () => ({ now: Date.now(), offset: -new Date().getTimezoneOffset() });

const store = new IndexStore();
/** Milliseconds without changes, after which orders are made. */
const rest = 60;
let resting: ReturnType<typeof setTimeout> | undefined;

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  if (data.kind === "change") {
    for (const id of data.remove) store.remove(id);
    for (const document of data.put) store.put(document);
    // Sorted behind what comes, so that the first key press does not wait for it.
    clearTimeout(resting);
    resting = setTimeout(() => store.prepare(), rest);
    return;
  }
  const answer: SearchAnswer = {
    id: data.id,
    result:
      data.kind === "recall"
        ? recall(store, data.query, data.limit, { target: data.target, moment: moment() })
        : matching(store, data.query, moment()),
  };
  self.postMessage(answer);
};
