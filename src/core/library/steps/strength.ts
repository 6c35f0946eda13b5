import { changedIn } from "../stand";
import { readOf, stepKind, strengthNumber } from "./define";

/** Percent. */
export interface StrengthStep {
  readonly strength: number;
}

/** Sets the strength of what is selected. */
export const strengthStep = stepKind<StrengthStep>({
  read: (fields, where) => ({ strength: readOf(fields, strengthNumber, where) }),
  numbers: [strengthNumber],
  cardsOf: () => [],
  say: ({ strength }) => `set the strength to ${strength} %`,
  run: ({ strength }, stand) => changedIn(stand, new Map(stand.selected.map((id) => [id, { strength }]))),
});
