import type { Action } from "../action";
import type { FrameHere } from "./here";

export const toTeam: Action<FrameHere> = {
  id: "frame.team",
  words: "Go to the team",
  keys: ["Alt+t"],
  run: (here) => here.go("team"),
};
