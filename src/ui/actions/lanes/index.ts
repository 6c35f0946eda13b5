import type { ActionPlace } from "../action";
import { copy, paste } from "./copy";
import { ease } from "./ease";
import {
  laneAbove,
  laneBelow,
  nextFrame,
  nextKeyframe,
  previousFrame,
  previousKeyframe,
  secondEarlier,
  secondLater,
  toEnd,
  toStart,
} from "./go";
import type { LanesHere } from "./here";
import { leave } from "./leave";
import { earlier, higher, later, lower } from "./move";
import { pick, pickAll } from "./pick";
import { remove, set } from "./set";
import { longer, reverse, shorter } from "./shape";

export const lanesPlace: ActionPlace<LanesHere> = {
  title: "Keyframes",
  actions: [
    set,
    ease,
    copy,
    paste,
    reverse,
    shorter,
    longer,
    pick,
    pickAll,
    earlier,
    later,
    higher,
    lower,
    remove,
    previousKeyframe,
    nextKeyframe,
    previousFrame,
    nextFrame,
    secondEarlier,
    secondLater,
    toStart,
    toEnd,
    laneAbove,
    laneBelow,
    leave,
  ],
};
