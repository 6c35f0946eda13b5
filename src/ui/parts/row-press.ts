import type { MouseEvent } from "react";
import type { Selection } from "./use-selection";

/** How a row is pressed. */
export interface RowPress {
  /** It is selected besides the others, or no more: with Ctrl, or on the sign at its head, for hands without a keyboard. */
  readonly also: boolean;
  /** All up to it are selected. */
  readonly upTo: boolean;
  /** By the button that opens the menu. */
  readonly menu: boolean;
  /** It was let go, and not dragged. */
  readonly released: boolean;
}

/** What of a row, when it is pressed, selects it besides the others. */
export const selectsAlso = { "data-selects-also": "", title: "select this as well, or no more" } as const;

export const rowPress = ({ type, ctrlKey, metaKey, shiftKey, button, target }: MouseEvent): RowPress => ({
  also:
    ctrlKey ||
    metaKey ||
    (button === 0 && target instanceof Element && target.closest("[data-selects-also]") !== null),
  upTo: shiftKey,
  menu: button === 2,
  released: type === "click",
});

/** Changes the selection as a pressed row asks for it. */
export function pressRow(selection: Selection, id: string, { also, upTo, menu, released }: RowPress): void {
  // The menu of several rows is about all of them.
  if (menu && selection.ids.has(id)) return;
  const alone = !also && !upTo;
  // Several that are taken hold of may be about to be dragged; only letting go chooses the one.
  if (released ? !alone : alone && selection.ids.has(id)) return;
  if (upTo) selection.extendTo(id);
  else if (also) selection.toggle(id);
  else selection.only(id);
}
