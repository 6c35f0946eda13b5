import type { SearchSort } from "@/core/library/entities";
import type { Finder } from "./finder";
import { indexedTenths, type LibraryStore } from "./library-store";
import { Store } from "./store";

/** A search as the index is asked for its cards. */
export interface SearchAsked {
  readonly query: string;
  readonly sort: SearchSort;
  /** The order in which its cards were put by hand. */
  readonly placed?: readonly string[];
}

export interface Answer<A, R> {
  readonly asked: A;
  readonly result: R;
  /** The index knew of all cards when it was asked. */
  readonly isOfAll: boolean;
}

/**
 * A question to the index that is asked again whenever the library has changed. Its last answer stays until the next one
 * is there, and stays the same object where nothing of it is new; an answer to what is not asked any more is dropped.
 */
export class StandingQuestion<A, R> {
  readonly answer = new Store<Answer<A, R> | null>(null);
  private asked: A | null = null;
  private turn = 0;

  constructor(
    private readonly get: (asked: A) => Promise<R>,
    private readonly isSame: (a: R, b: R) => boolean,
    private readonly knowsAll: () => boolean,
  ) {}

  /** Asks for something else; for nothing where it is null. */
  ask(asked: A | null): void {
    if (Object.is(asked, this.asked)) return;
    this.asked = asked;
    this.again();
  }

  readonly again = (): void => {
    const { asked } = this;
    const turn = ++this.turn;
    if (asked === null) return this.answer.set(null);
    const isOfAll = this.knowsAll();
    void this.get(asked).then((now) => {
      if (turn !== this.turn) return;
      const before = this.answer.get();
      const result = before && this.isSame(before.result, now) ? before.result : now;
      const isOld = before?.asked === asked && before.result === result && before.isOfAll === isOfAll;
      if (!isOld) this.answer.set({ asked, result, isOfAll });
    });
  };
}

/** Calls where the index may answer otherwise than before: rows have changed, or it knows of more cards. Returns how to stop. */
export function onIndexChange(
  { state, arrival }: Pick<LibraryStore, "state" | "arrival">,
  changed: () => void,
) {
  let replica = state.get().data?.replica;
  let tenths = indexedTenths(arrival.get());
  const look = () => {
    const [nextReplica, nextTenths] = [state.get().data?.replica, indexedTenths(arrival.get())];
    if (nextReplica === replica && nextTenths === tenths) return;
    [replica, tenths] = [nextReplica, nextTenths];
    changed();
  };
  const stops = [state.subscribe(look), arrival.subscribe(look)];
  return () => stops.forEach((stop) => stop());
}

interface IndexedDesk {
  readonly finder: Pick<Finder, "ask">;
  readonly library: Pick<LibraryStore, "arrival">;
}

/** Whether the index knows of all cards. */
export const knowsAll = ({ arrival }: IndexedDesk["library"]): boolean => indexedTenths(arrival.get()) >= 10;

/** The ids of the cards that a query recalls. */
export const matchingOf = (desk: IndexedDesk) =>
  new StandingQuestion<string, ReadonlySet<string>>(
    (query) => desk.finder.ask("matching", { query }).then((ids) => new Set(ids)),
    (a, b) => a.size === b.size && [...a].every((id) => b.has(id)),
    () => knowsAll(desk.library),
  );

/** The ids of the cards that a search holds, in its order. */
export const heldBy = (desk: IndexedDesk) =>
  new StandingQuestion<SearchAsked, readonly string[]>(
    (asked) => desk.finder.ask("selected", asked),
    (a, b) => a.length === b.length && a.every((id, i) => id === b[i]),
    () => knowsAll(desk.library),
  );
