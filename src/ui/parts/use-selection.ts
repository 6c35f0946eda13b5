import { useCallback, useMemo, useState } from "react";
import {
  emptySelection,
  extendTo,
  followOrder,
  selectAll,
  selectOnly,
  selectThese,
  step,
  toggle,
  type SelectionState,
} from "@/core/library/selection";

export interface Selection {
  readonly ids: ReadonlySet<string>;
  readonly lead: string | null;
  only(id: string): void;
  these(ids: readonly string[]): void;
  toggle(id: string): void;
  extendTo(id: string): void;
  move(by: 1 | -1, extend: boolean): void;
  all(): void;
}

/** Selection of several rows in a list, by keyboard and pointer; its rules are core's. */
export function useSelection(order: readonly string[]): Selection {
  const [stored, setState] = useState<SelectionState>(emptySelection);
  const state = followOrder(stored, order);
  // Kept, so that a row selected by being the first one stays selected when it moves. React renders again at once.
  if (state !== stored) setState(state);
  const only = useCallback((id: string) => setState((now) => selectOnly(now, id)), []);
  const these = useCallback((ids: readonly string[]) => setState((now) => selectThese(now, ids)), []);
  const toggleOne = useCallback((id: string) => setState((now) => toggle(now, id)), []);
  const extend = useCallback((id: string) => setState((now) => extendTo(now, id)), []);
  const move = useCallback(
    (by: 1 | -1, extending: boolean) => setState((now) => step(now, by, extending)),
    [],
  );
  const all = useCallback(() => setState(selectAll), []);
  const { ids, lead } = state;
  return useMemo(
    () => ({ ids, lead, only, these, toggle: toggleOne, extendTo: extend, move, all }),
    [ids, lead, only, these, toggleOne, extend, move, all],
  );
}
