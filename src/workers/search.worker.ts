import "./tell-broken";
import type { SearchSort } from "@/core/library/entities";
import type { SearchDocument, SearchTarget } from "@/core/search/document";
import { patiently } from "@/core/chain/turns";
import { fewestKeysTurns, type FewestKeys } from "@/core/search/fewest-keys";
import { groupsOf, type Group } from "@/core/search/groups";
import { IndexStore } from "@/core/search/index-store";
import { LiveSearches } from "@/core/search/live-searches";
import { drawn, matching, recall, type RecallResult } from "@/core/search/recall";
import { selected } from "@/core/search/select";
import { keepIndex, readKeptIndex } from "./kept-index";
import { letIn } from "./let-in";

/** What can be asked of the index, by what it answers. */
interface Questions {
  /**
   * Whose index it is, asked before all else. Takes up the one that this browser kept from the last visit, and says how
   * many cards that holds; what it says of them may be of yesterday, until all have been compared.
   */
  begin: [{ libraryId: string; memberId: string }, number];
  /** Of some cards, by their sums, the ids of those that stand otherwise in the index or not at all. */
  differing: [{ ids: readonly string[]; sums: Int32Array }, readonly string[]];
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
  /** All cards there are have been put or compared: others are gone. */
  | { readonly kind: "complete" }
  /** The saved searches whose counts are told from now on, by their ids. */
  | { readonly kind: "follow"; readonly queries: Readonly<Record<string, string>> }
  | { [Q in Question]: { readonly kind: Q; readonly id: number } & Asked<Q> }[Question];

export type SearchAnswer =
  | { readonly kind: "answer"; readonly id: number; readonly result: Answered<Question> }
  | { readonly kind: "counts"; readonly counts: Readonly<Record<string, number>> };

let store = new IndexStore();
let live = new LiveSearches(store);
/** Whose it is; null where nobody said, so that it cannot be kept. */
let owner: readonly [libraryId: string, memberId: string] | null = null;
/** Cards of the kept index of which it is not known whether they are still there; null once all have been compared. */
let unconfirmed: Set<string> | null = null;
/** What came while the kept index was read. */
let reading: Promise<unknown> | null = null;
let isKept = false;
/** The index has been told of all cards. */
let isWhole = false;
let keeping: ReturnType<typeof setTimeout> | undefined;
/** Milliseconds without changes, after which the index is kept: to write it all takes half a second. */
const longRest = 10_000;

async function begin({ libraryId, memberId }: Asked<"begin">): Promise<number> {
  owner = [libraryId, memberId];
  const found = await readKeptIndex(libraryId, memberId);
  if (!found) return 0;
  store = found;
  live = new LiveSearches(store);
  unconfirmed = new Set(store.ids());
  isKept = true;
  return unconfirmed.size;
}

function differing({ ids, sums }: Asked<"differing">): string[] {
  return ids.filter((id, i) => {
    unconfirmed?.delete(id);
    return store.sumOf(id) !== sums[i];
  });
}

function complete(): void {
  const gone = [...(unconfirmed ?? [])];
  unconfirmed = null;
  isWhole = true;
  if (gone.length > 0) change([], gone);
  keepSoon();
}

/** Keeps the index for the next visit, once nothing has changed for a while. */
function keepSoon(): void {
  clearTimeout(keeping);
  if (isKept || !isWhole || !owner) return;
  const [libraryId, memberId] = owner;
  keeping = setTimeout(() => {
    isKept = true;
    void keepIndex(libraryId, memberId, store);
  }, longRest);
}

function change(put: readonly SearchDocument[], remove: readonly string[]): void {
  for (const id of remove) store.remove(id);
  for (const document of put) store.put(document);
  live.changed(put, remove, moment());
  isKept = false;
  keepSoon();
  settle();
}

/** The asker's clock. */
const moment = () => ({ now: Date.now(), offset: -new Date().getTimezoneOffset() });

const post = (message: SearchAnswer) => self.postMessage(message);

/** Milliseconds without changes, after which orders are made and counts are told. */
const rest = 60;
/** The saved searches that are followed. */
let followed: Readonly<Record<string, string>> = {};
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

const answers: { readonly [Q in Question]: (asked: Asked<Q>) => Answered<Q> | Promise<Answered<Q>> } = {
  begin,
  differing,
  recall: ({ query, limit, ...options }) => recall(store, query, limit, { ...options, moment: moment() }),
  draw: ({ query, ...options }) => drawn(store, query, Math.random(), { ...options, moment: moment() }),
  matching: ({ query }) => matching(store, query, moment()),
  selected: ({ query, sort, placed }) => selected(store, query, moment(), sort, placed),
  groups: ({ query }) => groupsOf(store, query, moment()),
  fewestKeys: ({ cardId, target }) =>
    patiently(fewestKeysTurns(store, cardId, { target, moment: moment() }), letIn),
};

function take(data: SearchRequest): void {
  switch (data.kind) {
    case "change":
      for (const { id } of data.put) unconfirmed?.delete(id);
      return change(data.put, data.remove);
    case "complete":
      return complete();
    case "follow":
      live.follow(data.queries);
      followed = data.queries;
      return settle();
    default: {
      const result = answers[data.kind](data as never);
      const say = (result: Answered<Question>) => post({ kind: "answer", id: data.id, result });
      if (!(result instanceof Promise)) return say(result);
      if (data.kind !== "begin") return void result.then(say);
      // What comes meanwhile is for the index that is read.
      reading = result.then((known) => {
        reading = null;
        live.follow(followed);
        say(known);
      });
    }
  }
}

self.onmessage = ({ data }: MessageEvent<SearchRequest>) => {
  if (reading) void reading.then(() => take(data));
  else take(data);
};
