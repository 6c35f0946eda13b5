import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";

export const takeTimeline: Action<SessionHere> = {
  id: "session.take-timeline",
  words: "Begin a session with a timeline",
  keys: ["Alt+c"],
  on: ["session"],
  offered: mayBench,
  run: (here) => here.chooseTimeline(),
};
