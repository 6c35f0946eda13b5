import type { SearchDocument, SearchTarget } from "@/core/search/document";
import { IndexStore } from "@/core/search/index-store";
import { recall, type RecallResult } from "@/core/search/recall";

export type SearchRequest =
  | { readonly kind: "change"; readonly put: readonly SearchDocument[]; readonly remove: readonly string[] }
  | {
      readonly kind: "recall";
      readonly id: number;
      readonly query: string;
      readonly target: SearchTarget;
      readonly limit: number;
    };

export interface SearchAnswer {
  readonly id: number;
  readonly result: RecallResult;
}

const store = new IndexStore();

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  if (data.kind === "change") {
    for (const id of data.remove) store.remove(id);
    for (const document of data.put) store.put(document);
    // Sorted now, not at the first key press.
    store.allWords();
    store.nameRanks();
    return;
  }
  const answer: SearchAnswer = { id: data.id, result: recall(store, data.query, data.target, data.limit) };
  self.postMessage(answer);
};
