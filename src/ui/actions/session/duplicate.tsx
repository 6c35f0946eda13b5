import type { Action } from "../action";
import { mayBench, opens, type SessionHere } from "./here";
import { later } from "../../parts/later";

const NameDialog = later(async () => (await import("../../parts/command-dialogs")).NameDialog);

export const duplicateSession: Action<SessionHere> = {
  id: "session.duplicate",
  words: "Duplicate this session",
  on: ["session"],
  offered: (here) => here.session !== null && mayBench(here),
  dialog: ({ here, close }) =>
    here.session && (
      <NameDialog
        title={`Duplicate “${here.session.name}”`}
        first={`${here.session.name}, again`}
        action="Duplicate"
        command="duplicate-session"
        input={(name) => ({ id: here.session!.id, name })}
        onClose={opens(here, close)}
      />
    ),
};
