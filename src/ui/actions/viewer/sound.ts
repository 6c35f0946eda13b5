import type { ActionPlace } from "../action";
import { beforeAfter } from "./before-after";
import { markHere } from "./mark-here";
import { nextChart } from "./chart";
import { closer } from "./closer";
import { further } from "./further";
import { inMix } from "./in-mix";
import { play } from "./play";
import { rangeEarlier } from "./range-earlier";
import { rangeLater } from "./range-later";
import { rangeLonger } from "./range-longer";
import { rangeShorter } from "./range-shorter";
import type { SoundHere } from "./sound-here";

export const soundPlace: ActionPlace<SoundHere> = {
  title: "Sound",
  actions: [
    play,
    beforeAfter,
    inMix,
    nextChart,
    rangeEarlier,
    rangeLater,
    rangeShorter,
    rangeLonger,
    markHere,
    closer,
    further,
  ],
};
