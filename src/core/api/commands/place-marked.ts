import { command } from "../command";
import { placeMarkedInput, type PlaceMarked } from "./favourites-list-input";

/** Puts a card before another on a favourites list of the member's own. */
export const placeMarked = command<PlaceMarked>()({
  name: "place-marked",
  right: "own",
  stream: "member",
  input: placeMarkedInput,
});
