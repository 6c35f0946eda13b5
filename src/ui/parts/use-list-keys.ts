import type { KeyboardEvent } from "react";
import { combination } from "@/core/keys/combination";
import { listMove } from "@/core/keys/list-navigation";
import type { Selection } from "./use-selection";

interface ListKeys {
  /** Rows that a page holds, where it is known. */
  readonly page?: () => number;
  /** Whether several rows can be chosen. */
  readonly many?: boolean;
}

/** The keys of a list of rows, in the order in which they are shown: one way for all lists, tables and trees. */
export function useListKeys(
  order: readonly string[],
  selection: Selection,
  { page, many = true }: ListKeys = {},
) {
  return (event: KeyboardEvent) => {
    const at = selection.lead === null ? -1 : order.indexOf(selection.lead);
    const move = listMove(combination(event), { at, count: order.length, page: page?.(), many });
    if (move === null) return;
    event.preventDefault();
    if (move === "all") selection.all();
    else if (order.length === 0) return;
    else if (move.extend) selection.extendTo(order[move.to]);
    else selection.only(order[move.to]);
  };
}
