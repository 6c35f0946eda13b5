import type { Action } from "../action";
import type { SessionHere } from "./here";

export const saveTimeline: Action<SessionHere> = {
  id: "session.save-timeline",
  words: "Save this session as a timeline",
  on: ["session"],
  offered: (here) => here.session !== null,
  run: (here) => here.saveTimeline(),
};
