import { useMemo, useState } from "react";
import { emptySelection, followOrder, type SelectionState } from "@/core/library/selection";
import { selectsBy, type Selects } from "../state/selects";

export interface Selection extends Selects {
  readonly ids: ReadonlySet<string>;
  readonly lead: string | null;
}

/** Selection of several rows in a list, by keyboard and pointer; its rules are core's. */
export function useSelection(order: readonly string[]): Selection {
  const [stored, setState] = useState<SelectionState>(emptySelection);
  const state = followOrder(stored, order);
  // Kept, so that a row selected by being the first one stays selected when it moves. React renders again at once.
  if (state !== stored) setState(state);
  const [selects] = useState(() => selectsBy(setState));
  const { ids, lead } = state;
  return useMemo(() => ({ ids, lead, ...selects }), [ids, lead, selects]);
}
