import type { Action } from "../action";
import { mayBench, opens, type SessionHere } from "./here";
import { later } from "../../parts/later";

const NewSessionDialog = later(async () => (await import("../../bench/session-dialogs")).NewSessionDialog);

export const newSession: Action<SessionHere> = {
  id: "session.new",
  words: "New session",
  keys: ["Alt+n"],
  on: ["session"],
  strip: ({ session }) => session === null,
  offered: mayBench,
  dialog: ({ here, close }) => <NewSessionDialog onClose={opens(here, close)} />,
};
