import type { Action } from "../action";
import { governs, type TeamHere } from "./here";
import { later } from "../../parts/later";

const RoleDialog = later(async () => (await import("../../team/team-dialogs")).RoleDialog);

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
