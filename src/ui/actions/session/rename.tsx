import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const renameSession: Action<SessionHere> = {
  id: "session.rename",
  words: "Rename this session",
  on: ["session"],
  offered: (here) => here.session !== null && mayBench(here),
  dialog: ({ here: { session }, close }) =>
    session && (
      <NameDialog
        title={`Rename “${session.name}”`}
        first={session.name}
        action="Rename"
        command="edit-session"
        input={(name) => ({ id: session.id, name, seen: session.version })}
        onClose={close}
      />
    ),
};
