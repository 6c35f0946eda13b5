import { useSyncExternalStore } from "react";

/** A value outside of React with those who hear of its changes. */
export class Store<T> {
  private readonly listeners = new Set<() => void>();

  constructor(private value: T) {}

  readonly get = (): T => this.value;

  set(next: T): void {
    if (Object.is(next, this.value)) return;
    this.value = next;
    this.listeners.forEach((listener) => listener());
  }

  update(change: (now: T) => T): void {
    this.set(change(this.value));
  }

  /** Returns how to stop hearing. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
}

/** The value of a store, or what `select` takes of it; the part is drawn anew when that is another value. `select` gives the same for the same. */
export function useStore<T, U = T>(store: Store<T>, select?: (value: T) => U): U {
  const selected = () => (select ? select(store.get()) : (store.get() as unknown as U));
  return useSyncExternalStore(store.subscribe, selected, selected);
}
