import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const removeSession: Action<SessionHere> = {
  id: "session.remove",
  words: "Remove this session",
  on: ["session"],
  offered: (here) => here.session !== null && mayBench(here),
  dialog: ({ here: { session, go }, close }) =>
    session && (
      <ConfirmDialog
        title={`Remove “${session.name}”`}
        action="Remove the session"
        command="remove-session"
        input={{ id: session.id, seen: session.version }}
        onClose={(done) => {
          close();
          if (done) go();
        }}
      >
        The session goes with its targets and chains. Taking it back brings all of it back.
      </ConfirmDialog>
    ),
};
