import { changedIn } from "../stand";
import { readNumber, stepKind } from "./define";

/** Percent. */
export interface StrengthStep {
  readonly strength: number;
}

/** Sets the strength of what is selected. */
export const strengthStep = stepKind<StrengthStep>({
  read: ({ strength }, where) => ({ strength: readNumber(strength, 0, 100, `${where}.strength`) }),
  cardsOf: () => [],
  say: ({ strength }) => `set the strength to ${strength} %`,
  run: ({ strength }, stand) => changedIn(stand, new Map(stand.selected.map((id) => [id, { strength }]))),
});
