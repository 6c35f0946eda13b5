import type { Action } from "../action";
import type { FrameHere } from "./here";

export const menu: Action<FrameHere> = {
  id: "frame.menu",
  words: "Open the menu of what is chosen",
  keys: ["ContextMenu", "Shift+F10"],
  run: (here) => here.openMenu(),
};
