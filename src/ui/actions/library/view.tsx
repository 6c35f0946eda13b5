import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const ViewDialog = later(async () => (await import("../../keeping/view-dialog")).ViewDialog);

export const view: Action<LibraryHere> = {
  id: "library.view",
  words: "Choose what the table shows, copy a colleague's view, or lock yours",
  short: "view",
  keys: ["v"],
  offered: ({ role }) => may(role, "own"),
  dialog: ({ close }) => <ViewDialog onClose={close} />,
};
