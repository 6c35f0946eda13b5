import { deciderOf } from "./holds";
import type { SearchDocument } from "./document";
import type { IndexStore } from "./index-store";
import { compileQuery, isLeftOut, type Asked } from "./query/compile";
import type { Moment } from "./query/model";
import { parseQuery } from "./query/parse";
import { select } from "./select";

interface Live {
  readonly query: string;
  readonly asked: Asked;
  readonly isMember: (document: SearchDocument, moment: Moment) => boolean;
  /** The cards it holds; null where that is to be looked up anew. */
  members: Set<string> | null;
}

/** Cards that change at once, from which on the searches are asked anew instead of each card. */
const fewChanges = 50;

/** How many cards some saved searches hold, kept up as cards change: a change asks each search about the cards it touches. */
export class LiveSearches {
  private readonly searches = new Map<string, Live>();

  constructor(private readonly store: IndexStore) {}

  /** Follows these and no others, by their ids. */
  follow(queries: Readonly<Record<string, string>>): void {
    for (const id of this.searches.keys()) if (!(id in queries)) this.searches.delete(id);
    for (const [id, query] of Object.entries(queries))
      if (this.searches.get(id)?.query !== query) {
        const asked = compileQuery(parseQuery(query));
        this.searches.set(id, { query, asked, isMember: memberOf(asked), members: null });
      }
  }

  /** What the index was told. */
  changed(put: readonly SearchDocument[], remove: readonly string[], moment: Moment): void {
    if (put.length + remove.length > fewChanges) return this.lookAgain(() => true);
    for (const { isMember, members } of this.searches.values()) {
      if (!members) continue;
      for (const id of remove) members.delete(id);
      for (const document of put)
        if (isMember(document, moment)) members.add(document.id);
        else members.delete(document.id);
    }
  }

  /** Time has gone on: what depends on it is looked up anew. */
  passed(): void {
    this.lookAgain(({ passes }) => passes);
  }

  private lookAgain(which: (asked: Asked) => boolean): void {
    for (const live of this.searches.values()) if (which(live.asked)) live.members = null;
  }

  /** How many cards each holds. */
  counts(moment: Moment): Record<string, number> {
    const counts: Record<string, number> = {};
    for (const [id, live] of this.searches) counts[id] = this.membersOf(live, moment).size;
    return counts;
  }

  private membersOf(live: Live, moment: Moment): Set<string> {
    return (live.members ??= new Set(
      Array.from(
        select(this.store, live.asked, "exact", moment),
        (entry) => this.store.documentOf(entry)!.id,
      ),
    ));
  }
}

function memberOf(asked: Asked): Live["isMember"] {
  const { test } = asked;
  const holds = test && deciderOf(test, "exact");
  return (document, moment) => !isLeftOut(asked, document) && (holds === null || holds(document, moment));
}
