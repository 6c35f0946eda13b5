import type { ActionPlace } from "../action";
import { find } from "./find";
import type { HistoryHere } from "./here";
import { ofAll } from "./of-all";
import { takeBackChange } from "./take-back";

export const historyPlace: ActionPlace<HistoryHere> = {
  title: "History",
  actions: [takeBackChange, find, ofAll],
};
