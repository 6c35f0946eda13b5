import { effectName } from "@/core/chain/describe";
import type { Action } from "../action";
import type { ApplyHere } from "./here";

/** Hides the card or effect of the row from the member. */
export const hide: Action<ApplyHere> = {
  id: "apply.hide",
  words: ({ chosenCard, chosenEffect }) =>
    `Hide ${chosenCard ? `“${chosenCard.name}”` : chosenEffect !== null ? effectName(chosenEffect) : "it"} from yourself`,
  short: "hide",
  keys: ["Alt+x"],
  offered: ({ chosenCard, chosenEffect }) => chosenCard !== null || chosenEffect !== null,
  run: ({ act, chosenCard, chosenEffect }) =>
    act("hide", { ...(chosenCard ? { cardIds: [chosenCard.id] } : { effect: chosenEffect! }), on: true }),
};
