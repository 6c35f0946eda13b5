import { command } from "../command";
import { keepListInput, type KeepList } from "./favourites-list-input";

/** Makes a favourites list of the member's own, last, or changes one. */
export const keepList = command<KeepList, { listId: string }>()({
  name: "keep-list",
  right: "own",
  stream: "member",
  input: keepListInput,
});
