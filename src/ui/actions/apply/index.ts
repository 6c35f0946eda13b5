import type { ActionPlace } from "../action";
import { after } from "./after";
import { audition } from "./audition";
import type { ApplyHere } from "./here";
import { leave } from "./leave";
import { put } from "./put";
import { stronger } from "./stronger";
import { weaker } from "./weaker";

export const applyPlace: ActionPlace<ApplyHere> = {
  title: "Apply bar",
  actions: [put, after, audition, weaker, stronger, leave],
};
