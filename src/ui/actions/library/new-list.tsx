import { may } from "@/core/library/roles";
import { ListDialog } from "../../keeping/list-dialog";
import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const newList: Action<LibraryHere> = {
  id: "list.new",
  words: "New favourites list",
  short: "new list",
  keys: ["Shift+l"],
  on: ["list"],
  offered: ({ role }) => may(role, "own"),
  dialog: ({ close }) => <ListDialog onClose={close} />,
};
