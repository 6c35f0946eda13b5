import { QueryHelp } from "../../parts/query-help";
import type { Action } from "../action";

/** What can be typed to find cards. */
export const queryHelp: Action<object> = {
  id: "query.help",
  words: "See what a query can ask for",
  short: "queries",
  keys: ["F1"],
  dialog: ({ close }) => <QueryHelp onClose={close} />,
};
