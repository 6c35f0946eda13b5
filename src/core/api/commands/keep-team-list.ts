import { command } from "../command";
import { keepListInput, type KeepList } from "./favourites-list-input";

/** Makes a favourites list of the team's, last, or changes one. */
export const keepTeamList = command<KeepList, { listId: string }>()({
  name: "keep-team-list",
  right: "keep",
  stream: "library",
  input: keepListInput,
});
