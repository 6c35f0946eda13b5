import { command } from "../command";
import { placeMarkedInput, type PlaceMarked } from "./favourites-list-input";

/** Puts a card before another on a favourites list of the team's. */
export const placeTeamMarked = command<PlaceMarked>()({
  name: "place-team-marked",
  right: "keep",
  stream: "library",
  input: placeMarkedInput,
});
