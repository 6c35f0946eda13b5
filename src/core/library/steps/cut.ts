import { cut } from "../cutting";
import { stepKind } from "./define";

/** Cuts what is selected at the ends of the marked range, and goes on with what lies within. */
export const cutStep = stepKind<object>({
  read: () => ({}),
  cardsOf: () => [],
  say: () => "cut at the ends of the range",
  run: (_, stand, { newId }) => cut(stand, newId),
});
