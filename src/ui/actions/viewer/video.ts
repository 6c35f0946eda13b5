import type { ActionPlace } from "../action";
import { fullSize } from "./full-size";
import { nextFrame, previousFrame, secondEarlier, secondLater } from "./frames";
import { markHere } from "./mark-here";
import { play } from "./play";
import { scopes } from "./scopes";
import type { VideoHere } from "./video-here";
import { rangeBegins, rangeEnds, rangeWhole } from "./video-range";
import { whole } from "./whole";

export const videoPlace: ActionPlace<VideoHere> = {
  title: "Video",
  actions: [
    play,
    whole,
    fullSize,
    scopes,
    previousFrame,
    nextFrame,
    secondEarlier,
    secondLater,
    rangeBegins,
    rangeEnds,
    markHere,
    rangeWhole,
  ],
};
