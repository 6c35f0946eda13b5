import type { Action } from "../action";
import { isSelf, type TeamHere } from "./here";
import { later } from "../../parts/later";

const ConfirmDialog = later(async () => (await import("../../parts/command-dialogs")).ConfirmDialog);

export const leave: Action<TeamHere> = {
  id: "team.leave",
  words: "Leave the library",
  short: "leave the library",
  keys: ["Delete"],
  on: ["member"],
  strip: true,
  offered: isSelf,
  dialog: ({ here, close }) => (
    <ConfirmDialog
      title={`Leave “${here.libraryName}”`}
      action="Leave the library"
      command="leave-library"
      input={{}}
      onClose={(done) => (done ? window.location.assign("/") : close())}
    >
      What you made stays in the library. Only its owners can let you in again.
    </ConfirmDialog>
  ),
};
