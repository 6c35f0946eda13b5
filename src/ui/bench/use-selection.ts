import { useCallback, useMemo, useState } from "react";

export interface Selection {
  readonly ids: ReadonlySet<string>;
  /** The one the viewer shows and the chain belongs to. */
  readonly lead: string | null;
  only(id: string): void;
  /** Adds or takes away one. */
  toggle(id: string): void;
  /** From the place where the selection began to this one. */
  extendTo(id: string): void;
  /** By one row up or down; `extend` keeps what is selected. */
  move(step: 1 | -1, extend: boolean): void;
  all(): void;
}

/** Selection of several rows in a list, by keyboard and pointer. Rows that are gone drop out. */
export function useSelection(order: readonly string[]): Selection {
  const [state, setState] = useState<{ ids: ReadonlySet<string>; lead: string | null; anchor: string | null }>({ ids: new Set(), lead: null, anchor: null });
  const known = useMemo(() => new Set(order), [order]);
  const lead = state.lead !== null && known.has(state.lead) ? state.lead : (order[0] ?? null);
  const ids = useMemo(() => {
    const kept = new Set([...state.ids].filter((id) => known.has(id)));
    return kept.size === 0 && lead !== null ? new Set([lead]) : kept;
  }, [state.ids, known, lead]);
  const anchor = state.anchor !== null && known.has(state.anchor) ? state.anchor : lead;

  const only = useCallback((id: string) => setState({ ids: new Set([id]), lead: id, anchor: id }), []);
  const extendTo = useCallback(
    (id: string) => {
      const [from, to] = [order.indexOf(anchor ?? id), order.indexOf(id)].sort((a, b) => a - b);
      setState({ ids: new Set(order.slice(from, to + 1)), lead: id, anchor });
    },
    [order, anchor],
  );
  const toggle = useCallback(
    (id: string) => {
      const next = new Set(ids);
      if (next.has(id) && next.size > 1) next.delete(id);
      else next.add(id);
      setState({ ids: next, lead: next.has(id) ? id : [...next][0], anchor: id });
    },
    [ids],
  );
  const move = useCallback(
    (step: 1 | -1, extend: boolean) => {
      const at = Math.min(order.length - 1, Math.max(0, order.indexOf(lead ?? "") + step));
      if (order[at] !== undefined) (extend ? extendTo : only)(order[at]);
    },
    [order, lead, extendTo, only],
  );
  const all = useCallback(() => setState({ ids: new Set(order), lead, anchor }), [order, lead, anchor]);
  return useMemo(() => ({ ids, lead, only, toggle, extendTo, move, all }), [ids, lead, only, toggle, extendTo, move, all]);
}
