import { command } from "../command";
import { keepSearchInput, type KeepSearch } from "./saved-search-input";

/** Keeps a query as a saved search of the team, or changes one. It must not ask for what belongs to one member. */
export const keepTeamSearch = command<KeepSearch, { searchId: string }>()({
  name: "keep-team-search",
  right: "keep",
  stream: "library",
  input: keepSearchInput,
});
