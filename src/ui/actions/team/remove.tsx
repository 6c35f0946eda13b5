import type { Action } from "../action";
import { governs, isSelf, type TeamHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const remove: Action<TeamHere> = {
  id: "team.remove",
  words: "Remove the member",
  short: "remove",
  keys: ["Delete"],
  on: ["member"],
  strip: true,
  offered: (here) => governs(here) && here.chosen !== undefined && !isSelf(here),
  dialog: ({ here: { chosen }, close }) =>
    chosen ? (
      <ConfirmDialog
        title={`Remove ${chosen.name}`}
        action="Remove the member"
        command="remove-member"
        input={{ memberId: chosen.id, seen: chosen.version }}
        onClose={close}
      >
        What they made stays in the library. Their keys for scripts stop at once. It can be taken back.
      </ConfirmDialog>
    ) : null,
};
