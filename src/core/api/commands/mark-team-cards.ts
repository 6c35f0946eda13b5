import { command } from "../command";
import { markCardsInput, type MarkCards } from "./favourites-list-input";

/** Puts cards on a favourites list of the team's, last, or takes them off. */
export const markTeamCards = command<MarkCards>()({
  name: "mark-team-cards",
  right: "keep",
  stream: "library",
  input: markCardsInput,
});
