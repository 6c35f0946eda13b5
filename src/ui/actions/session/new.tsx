import { NewSessionDialog } from "../../bench/session-dialogs";
import type { Action } from "../action";
import { mayBench, opens, type SessionHere } from "./here";

export const newSession: Action<SessionHere> = {
  id: "session.new",
  words: "New session",
  keys: ["Alt+n"],
  on: ["session"],
  strip: ({ session }) => session === null,
  offered: mayBench,
  dialog: ({ here, close }) => <NewSessionDialog onClose={opens(here, close)} />,
};
