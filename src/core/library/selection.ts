/**
 * Which rows of a list are selected. One of them leads: the viewer shows it, the chain belongs to it. A list with rows
 * always has a leading one, and what is selected stays selected when rows move; where the leading row goes, its
 * neighbour takes its place.
 */
export interface SelectionState {
  readonly order: readonly string[];
  readonly ids: ReadonlySet<string>;
  readonly lead: string | null;
  /** Where extending began. */
  readonly anchor: string | null;
}

export const emptySelection: SelectionState = { order: [], ids: new Set(), lead: null, anchor: null };

export const selectOnly = (state: SelectionState, id: string): SelectionState => ({
  ...state,
  ids: new Set([id]),
  lead: id,
  anchor: id,
});

/** Several rows, of which the first one leads. Those that are not there are left out; with none of them it stays. */
export function selectThese(state: SelectionState, ids: readonly string[]): SelectionState {
  const there = ids.filter((id) => state.order.includes(id));
  if (there.length === 0) return state;
  return { ...state, ids: new Set(there), lead: there[0], anchor: there[0] };
}

/** The state for a list whose rows have come, gone or moved. The same state where the order is the same. */
export function followOrder(state: SelectionState, order: readonly string[]): SelectionState {
  if (order === state.order) return state;
  // Another list of the same rows is no change: else whoever makes one each time would go round for ever.
  if (order.length === state.order.length && order.every((id, i) => id === state.order[i])) return state;
  const known = new Set(order);
  const ids = new Set([...state.ids].filter((id) => known.has(id)));
  const kept = (id: string | null) => (id !== null && known.has(id) ? id : null);
  // The nearest of the rows that are left, rather one below than one above.
  const place = state.lead === null ? -1 : state.order.indexOf(state.lead);
  const near = () =>
    state.order.slice(place + 1).find((id) => known.has(id)) ??
    state.order.slice(0, Math.max(0, place)).findLast((id) => known.has(id)) ??
    order[0] ??
    null;
  const lead = kept(state.lead) ?? [...ids][0] ?? near();
  if (lead !== null) ids.add(lead);
  return { order, ids, lead, anchor: kept(state.anchor) ?? lead };
}

/** From the row where the selection began to this one. */
export function extendTo(state: SelectionState, id: string): SelectionState {
  const { order, anchor } = state;
  const [from, to] = [order.indexOf(anchor ?? id), order.indexOf(id)].sort((a, b) => a - b);
  return { ...state, ids: new Set(order.slice(Math.max(0, from), to + 1)), lead: id };
}

/** Adds or takes away one row. The last one stays. */
export function toggle(state: SelectionState, id: string): SelectionState {
  const ids = new Set(state.ids);
  if (ids.has(id) && ids.size > 1) ids.delete(id);
  else ids.add(id);
  return { ...state, ids, lead: ids.has(id) ? id : [...ids][0], anchor: id };
}

/** By one row up or down; `extend` keeps what is selected. */
export function step(state: SelectionState, by: 1 | -1, extend: boolean): SelectionState {
  const { order, lead } = state;
  const id = order[Math.min(order.length - 1, Math.max(0, order.indexOf(lead ?? "") + by))];
  if (id === undefined) return state;
  return extend ? extendTo(state, id) : selectOnly(state, id);
}

export const selectAll = (state: SelectionState): SelectionState => ({ ...state, ids: new Set(state.order) });
