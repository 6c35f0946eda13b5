import type { Action, ActionFamily } from "../action";
import { ordinals } from "../shared/ordinals";
import type { CandidatesHere } from "./here";

/** The first cards of the list by their numbers. */
export const nth: ActionFamily<CandidatesHere> = {
  each: ({ count }) =>
    ordinals.slice(0, count).map((ordinal, i): Action<CandidatesHere> => ({
      id: `candidates.${ordinal}`,
      words: `The ${ordinal} card of the list`,
      short: ordinal,
      keys: [`${i + 1}`],
      run: (here) => here.nth(i + 1),
    })),
};
