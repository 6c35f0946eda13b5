import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";
import { later } from "../../parts/later";

const NewListsDialog = later(async () => (await import("../../keeping/list-dialog")).NewListsDialog);

export const newList: Action<LibraryHere> = {
  id: "list.new",
  words: "New favourites lists",
  short: "new list",
  keys: ["Shift+l"],
  on: ["list"],
  offered: ({ role }) => may(role, "own"),
  dialog: ({ close }) => <NewListsDialog onClose={close} />,
};
