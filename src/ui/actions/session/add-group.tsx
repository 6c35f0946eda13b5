import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";
import { later } from "../../parts/later";

const AddGroupDialog = later(async () => (await import("../../bench/add-group-dialog")).AddGroupDialog);

export const addGroup: Action<SessionHere> = {
  id: "session.add-group",
  words: "Add tracks, buses, returns or an output",
  keys: ["Alt+g"],
  on: ["session"],
  offered: (here) => here.session !== null && mayBench(here),
  dialog: ({ here: { session, selected }, close }) =>
    session && <AddGroupDialog sessionId={session.id} selected={selected} onClose={close} />,
};
