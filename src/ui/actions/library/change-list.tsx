import type { Action } from "../action";
import { ownList, type LibraryHere } from "./here";
import { later } from "../../parts/later";

const ListDialog = later(async () => (await import("../../keeping/list-dialog")).ListDialog);

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
