import type { ActionPlace } from "../action";
import { putOf } from "../apply/put";
import { putWaysOf } from "../apply/put-ways";
import { apart } from "./apart";
import { double } from "./double";
import { earlier, later } from "./shift";
import { empty } from "./empty";
import type { DraftHere } from "./here";
import { keep } from "./keep";
import { keepSet } from "./keep-set";
import { leave } from "./leave";
import { remove } from "./remove";
import { switchIt } from "./switch";

export const draftPlace: ActionPlace<DraftHere> = {
  title: "Draft chain",
  actions: [
    putOf("draft"),
    putWaysOf("draft"),
    apart,
    keep,
    keepSet,
    earlier,
    later,
    switchIt,
    double,
    remove,
    empty,
    leave,
  ],
};
