import { command } from "../command";
import { removeListInput } from "./favourites-list-input";

/** Takes a favourites list of the team's out of use. */
export const removeTeamList = command<{ listId: string }>()({
  name: "remove-team-list",
  right: "keep",
  stream: "library",
  input: removeListInput,
});
