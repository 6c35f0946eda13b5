import type { Action } from "../action";
import { governs, type TeamHere } from "./here";
import { later } from "../../parts/later";

const InviteDialog = later(async () => (await import("../../team/team-dialogs")).InviteDialog);

export const invite: Action<TeamHere> = {
  id: "team.invite",
  words: "Invite somebody",
  short: "invite",
  keys: ["i"],
  strip: true,
  offered: governs,
  dialog: ({ close }) => <InviteDialog onClose={close} />,
};
