import { command } from "../command";
import { removeSearchInput } from "./saved-search-input";

/** Takes one of the member's own saved searches out of use. */
export const removeSearch = command<{ searchId: string }>()({
  name: "remove-search",
  right: "own",
  stream: "member",
  input: removeSearchInput,
});
