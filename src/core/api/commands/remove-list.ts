import { command } from "../command";
import { removeListInput } from "./favourites-list-input";

/** Takes a favourites list of the member's own out of use. */
export const removeList = command<{ listId: string }>()({
  name: "remove-list",
  right: "own",
  stream: "member",
  input: removeListInput,
});
