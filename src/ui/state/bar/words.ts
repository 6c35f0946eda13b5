import { count as sayCount } from "@/core/library/words";
import type { Around, BarState } from "./model";
import type { BarView } from "./view";

const isComparing = ({ what }: BarState, { likes }: Around) => what !== null && likes.hits === null;

/** How many cards were found, beside the field; `indexed` is what of the library was read, in percent. */
export function sayFound(state: BarState, around: Around, view: BarView, indexed: number): string {
  if (state.what) return view.count > 0 || isComparing(state, around) ? around.likes.note : "";
  const { fitting, matches, variants, hidden } = view.result;
  return [
    `${fitting} of ${matches} fit a ${around.target.kind || "target"}`,
    ...(variants > 0 ? [`${sayCount(variants, "variant")} for other formats`] : []),
    ...(hidden > 0 ? [`${hidden} hidden`] : []),
    ...(indexed < 100 ? [`${indexed} % read`] : []),
  ].join(" · ");
}

/** Why nothing is listed, and what to do about it; null where something is, or there is no answer yet. */
export function sayEmpty(state: BarState, around: Around, view: BarView, indexed: number): string | null {
  if (isComparing(state, around)) return "What the cards do is being compared.";
  if (view.count > 0) return null;
  if (state.what)
    return state.typed === "" ? around.likes.note : `None of those compared answers to “${state.typed}”.`;
  const { query, called, routine, scope } = view;
  if (query === null || called || routine) return null;
  if (around.replica.card.size === 0) return "This library has no cards yet. Shape something and keep it.";
  const soFar = indexed < 100 ? "read so far " : "";
  return `Nothing ${soFar}${scope ? `within “${scope.name}” ` : ""}answers to “${query}”. Fewer letters find more.`;
}
