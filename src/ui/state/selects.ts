import {
  extendTo,
  selectAll,
  selectOnly,
  selectThese,
  step,
  toggle,
  type SelectionState,
} from "@/core/library/selection";

/** How rows of a list are selected. */
export interface Selects {
  only(id: string): void;
  these(ids: readonly string[]): void;
  toggle(id: string): void;
  extendTo(id: string): void;
  move(by: 1 | -1, extend: boolean): void;
  all(): void;
}

/** Core's rules of selecting, as operations on whatever holds the selection. */
export const selectsBy = (change: (next: (now: SelectionState) => SelectionState) => void): Selects => ({
  only: (id) => change((now) => selectOnly(now, id)),
  these: (ids) => change((now) => selectThese(now, ids)),
  toggle: (id) => change((now) => toggle(now, id)),
  extendTo: (id) => change((now) => extendTo(now, id)),
  move: (by, extend) => change((now) => step(now, by, extend)),
  all: () => change(selectAll),
});
