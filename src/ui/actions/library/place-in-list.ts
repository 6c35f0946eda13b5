import type { Action } from "../action";
import { ownList, type LibraryHere } from "./here";

/** The card before which the chosen one comes once it is moved past its neighbour (null: last); undefined where there is none. */
function before({ order, card }: LibraryHere, by: 1 | -1): string | null | undefined {
  const at = card ? order.indexOf(card.id) : -1;
  if (at < 0 || at + by < 0 || at + by >= order.length) return undefined;
  return order[by < 0 ? at - 1 : at + 2] ?? null;
}

const place = (id: string, words: string, key: string, by: 1 | -1): Action<LibraryHere> => ({
  id,
  words,
  keys: [key],
  on: ["card"],
  offered: (here) =>
    here.typed === "" && ownList(here) && here.selected.length === 1 && before(here, by) !== undefined,
  run: (here) =>
    here.act(here.list!.ownerId === null ? "place-team-marked" : "place-marked", {
      listId: here.list!.id,
      cardId: here.card!.id,
      beforeId: before(here, by)!,
    }),
});

export const listHigher = place("list.higher", "Place it higher on the list", "Alt+ArrowUp", -1);
export const listLower = place("list.lower", "Place it lower on the list", "Alt+ArrowDown", 1);
