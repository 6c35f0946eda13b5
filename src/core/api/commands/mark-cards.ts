import { command } from "../command";
import { markCardsInput, type MarkCards } from "./favourites-list-input";

/** Puts cards on a favourites list of the member's own, last, or takes them off. */
export const markCards = command<MarkCards>()({
  name: "mark-cards",
  right: "own",
  stream: "member",
  input: markCardsInput,
});
