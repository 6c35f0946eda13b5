import { useMemo } from "react";
import { emptyDraft, readDraft, writeDraft, type Draft } from "@/core/chain/draft";
import type { Medium } from "@/core/media";
import { readKept, writeKept } from "./browser-store";
import { useDesk, useData } from "./desk";
import { Store, useStore } from "./store";

/** The draft chains of a browser, by where they are kept in it: one for each library, member and medium. */
const stores = new Map<string, Store<Draft>>();

function stored(key: string, medium: Medium): Draft {
  try {
    const draft = readDraft(readKept(key) ?? "");
    return draft?.medium === medium ? draft : emptyDraft(medium);
  } catch {
    // Not what was written here.
    return emptyDraft(medium);
  }
}

function storeOf(key: string, medium: Medium): Store<Draft> {
  const known = stores.get(key);
  if (known) return known;
  const store = new Store(stored(key, medium));
  store.subscribe(() => {
    const draft = store.get();
    const text = draft.parts.length === 0 ? null : writeDraft(draft);
    if (readKept(key) !== text) writeKept(key, text);
  });
  // Another tab has changed it.
  window.addEventListener("storage", (event) => event.key === key && store.set(stored(key, medium)));
  stores.set(key, store);
  return store;
}

const nowhere = new Store(emptyDraft("audio"));
/** What the drafts were that were emptied last, applied or kept: as long as the page stays. */
const ended = new Store<ReadonlyMap<Store<Draft>, Draft>>(new Map());

interface OwnDraft {
  readonly draft: Draft;
  /** By what it is by then, where a function is given. */
  setDraft(next: Draft | ((now: Draft) => Draft)): void;
  /** The one before, once it came to an end. */
  readonly last: Draft | undefined;
}

/** The member's draft chain for a medium, and how it becomes another one; it survives a reload. */
export function useDraft(medium: Medium): OwnDraft {
  const { libraryId } = useDesk();
  const memberId = useData(({ member }) => member.id);
  const store = useMemo(
    () =>
      typeof window === "undefined"
        ? nowhere
        : storeOf(`fichier:draft:${libraryId}:${memberId}:${medium}`, medium),
    [libraryId, memberId, medium],
  );
  const draft = useStore(store);
  const last = useStore(ended, (all) => all.get(store));
  return useMemo(
    () => ({
      draft,
      last,
      setDraft(given) {
        const now = store.get();
        const next = typeof given === "function" ? given(now) : given;
        if (next.parts.length === 0 && now.parts.length > 0)
          ended.update((all) => new Map(all).set(store, now));
        store.set(next);
      },
    }),
    [draft, last, store],
  );
}
