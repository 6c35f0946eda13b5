import { command } from "../command";
import { keepSearchInput, type KeepSearch } from "./saved-search-input";

/** Keeps a query as one of the member's own saved searches, or changes one. */
export const keepSearch = command<KeepSearch, { searchId: string }>()({
  name: "keep-search",
  right: "own",
  stream: "member",
  input: keepSearchInput,
});
