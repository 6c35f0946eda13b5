import type { SearchSort } from "@/core/library/entities";
import type { SearchDocument, SearchTarget } from "@/core/search/document";
import { fewestKeys, type FewestKeys } from "@/core/search/fewest-keys";
import { groupsOf, type Group } from "@/core/search/groups";
import { IndexStore } from "@/core/search/index-store";
import { LiveSearches } from "@/core/search/live-searches";
import { drawn, matching, recall, type RecallResult } from "@/core/search/recall";
import { selected } from "@/core/search/select";

/** What can be asked of the index, by what it answers. */
interface Questions {
  recall: [{ query: string; within?: string; target: SearchTarget; limit: number }, RecallResult];
  /** The id of one card at random among those that fit. */
  draw: [{ query: string; within?: string; target: SearchTarget }, string | null];
  /** The ids of all cards that a query recalls. */
  matching: [{ query: string }, readonly string[]];
  /** The ids of the cards that a saved search holds, in its order. */
  selected: [{ query: string; sort: SearchSort; placed?: readonly string[] }, readonly string[]];
  /** The same by the words that let them in. */
  groups: [{ query: string }, readonly Group[]];
  fewestKeys: [{ cardId: string; target: SearchTarget }, FewestKeys | null];
}
export type Question = keyof Questions;
export type Asked<Q extends Question> = Questions[Q][0];
export type Answered<Q extends Question> = Questions[Q][1];

export type SearchRequest =
  | { readonly kind: "change"; readonly put: readonly SearchDocument[]; readonly remove: readonly string[] }
  /** The saved searches whose counts are told from now on, by their ids. */
  | { readonly kind: "follow"; readonly queries: Readonly<Record<string, string>> }
  | { [Q in Question]: { readonly kind: Q; readonly id: number } & Asked<Q> }[Question];

export type SearchAnswer =
  | { readonly kind: "answer"; readonly id: number; readonly result: Answered<Question> }
  | { readonly kind: "counts"; readonly counts: Readonly<Record<string, number>> };

const store = new IndexStore();
const live = new LiveSearches(store);

/** The asker's clock. */
const moment = () => ({ now: Date.now(), offset: -new Date().getTimezoneOffset() });

const post = (message: SearchAnswer) => self.postMessage(message);

/** Milliseconds without changes, after which orders are made and counts are told. */
const rest = 60;
/** The counts that were told last. */
let told = "";
let resting: ReturnType<typeof setTimeout> | undefined;
/** Milliseconds after which what depends on time is looked up anew. */
const aMinute = 60_000;

function settle(): void {
  clearTimeout(resting);
  // Behind what comes, so that neither a key press nor the next change waits for it.
  resting = setTimeout(() => {
    store.prepare();
    const counts = live.counts(moment());
    const said = JSON.stringify(counts);
    if (said !== told) post({ kind: "counts", counts });
    told = said;
  }, rest);
}

setInterval(() => {
  live.passed();
  settle();
}, aMinute);

const answers: { readonly [Q in Question]: (asked: Asked<Q>) => Answered<Q> } = {
  recall: ({ query, limit, ...options }) => recall(store, query, limit, { ...options, moment: moment() }),
  draw: ({ query, ...options }) => drawn(store, query, Math.random(), { ...options, moment: moment() }),
  matching: ({ query }) => matching(store, query, moment()),
  selected: ({ query, sort, placed }) => selected(store, query, moment(), sort, placed),
  groups: ({ query }) => groupsOf(store, query, moment()),
  fewestKeys: ({ cardId, target }) => fewestKeys(store, cardId, { target, moment: moment() }),
};

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  switch (data.kind) {
    case "change":
      for (const id of data.remove) store.remove(id);
      for (const document of data.put) store.put(document);
      live.changed(data.put, data.remove, moment());
      return settle();
    case "follow":
      live.follow(data.queries);
      return settle();
    default:
      post({ kind: "answer", id: data.id, result: answers[data.kind](data as never) });
  }
};
