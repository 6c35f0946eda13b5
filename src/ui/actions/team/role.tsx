import { RoleDialog } from "../../team/team-dialogs";
import type { Action } from "../action";
import { governs, type TeamHere } from "./here";

export const role: Action<TeamHere> = {
  id: "team.role",
  words: "Change the role",
  short: "role",
  keys: ["r"],
  on: ["member"],
  strip: true,
  offered: (here) => governs(here) && here.chosen !== undefined,
  dialog: ({ here, close }) => (here.chosen ? <RoleDialog membership={here.chosen} onClose={close} /> : null),
};
