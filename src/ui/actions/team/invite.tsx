import { InviteDialog } from "../../team/team-dialogs";
import type { Action } from "../action";
import { governs, type TeamHere } from "./here";

export const invite: Action<TeamHere> = {
  id: "team.invite",
  words: "Invite somebody",
  short: "invite",
  keys: ["i"],
  strip: true,
  offered: governs,
  dialog: ({ close }) => <InviteDialog onClose={close} />,
};
