import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const HiddenDialog = later(async () => (await import("../../keeping/hidden-dialog")).HiddenDialog);

export const hidden: Action<LibraryHere> = {
  id: "library.hidden",
  words: "See what you have hidden, and show it again",
  short: "hidden",
  keys: ["z"],
  offered: ({ role }) => may(role, "own"),
  dialog: ({ close }) => <HiddenDialog onClose={close} />,
};
