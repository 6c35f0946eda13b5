import { command } from "../command";
import { bindKey } from "./bind-key";
import { hide } from "./hide";
import { markCards } from "./mark-cards";
import { removeAlias } from "./remove-alias";
import { setAlias } from "./set-alias";
import { tidyInput, type Tidy } from "./tidy-input";

/** What it can carry out. */
export const ownTidied = [hide, markCards, setAlias, removeAlias, bindKey] as const;

/** Several changes to the member's own things that belong together, as one that is taken back in one step. */
export const tidyOwn = command<Tidy>()({
  name: "tidy-own",
  right: "own",
  stream: "member",
  input: tidyInput(ownTidied),
});
