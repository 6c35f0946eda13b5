import type { Action } from "../action";
import type { ApplyHere } from "./here";

/** Without a key: it is chosen once. */
export const aliasesAct: Action<ApplyHere> = {
  id: "apply.aliases-act",
  words: ({ aliasesAct: act }) =>
    act
      ? "Let an alias wait for Enter"
      : "Let an alias act with its last letter, where no other alias goes on from there",
  run: (here) => here.setAliasesAct(!here.aliasesAct),
};
