import { ListDialog } from "../../keeping/list-dialog";
import type { Action } from "../action";
import { ownList, type LibraryHere } from "./here";

export const changeList: Action<LibraryHere> = {
  id: "list.change",
  words: "Change the list: its name, its mark",
  short: "change list",
  keys: ["Shift+r"],
  on: ["list"],
  strip: true,
  offered: ownList,
  dialog: ({ here: { list }, close }) => (list ? <ListDialog list={list} onClose={close} /> : null),
};
