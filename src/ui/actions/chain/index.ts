import { line, type ActionPlace } from "../action";
import type { BenchHere } from "../bench/here";
import { add } from "./add";
import { beginSo } from "./begin-so";
import { clear } from "./clear";
import { duplicate } from "./duplicate";
import { earlier } from "./earlier";
import { fit } from "./fit";
import { keep } from "./keep";
import { keyframes } from "./keyframes";
import { later } from "./later";
import { openSetting } from "./open";
import { settingsInHand } from "../bench/nth-setting";
import { remove } from "./remove";
import { strength } from "./strength";
import { switchSetting } from "./switch";

export const chainPlace: ActionPlace<BenchHere> = {
  title: "Chain",
  actions: [
    add,
    keep,
    openSetting,
    keyframes,
    beginSo,
    line,
    switchSetting,
    duplicate,
    earlier,
    later,
    line,
    remove,
    line,
    strength,
    fit,
    clear,
    settingsInHand,
  ],
};
