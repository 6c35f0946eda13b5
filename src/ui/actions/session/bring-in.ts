import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";

export const bringIn: Action<SessionHere> = {
  id: "session.bring-in",
  words: "Bring in material",
  short: "bring in",
  keys: ["i"],
  on: ["session"],
  strip: true,
  offered: (here) => here.session !== null && mayBench(here),
  run: (here) => here.chooseFiles(),
};
