import { renderInPlace } from "../in-place";
import { stepKind } from "./define";

/** Puts what is selected, rendered, in the place of its material. */
export const renderStep = stepKind<object>({
  read: () => ({}),
  cardsOf: () => [],
  say: () => "render in place",
  run: (_, stand, { renderedOf }) => renderInPlace(stand, renderedOf),
});
