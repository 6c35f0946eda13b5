import { command } from "../command";
import { removeSearchInput } from "./saved-search-input";

/** Takes a saved search of the team out of use. */
export const removeTeamSearch = command<{ searchId: string }>()({
  name: "remove-team-search",
  right: "keep",
  stream: "library",
  input: removeSearchInput,
});
