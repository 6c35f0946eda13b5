import type { Action } from "../action";
import { another, type SessionHere } from "./here";

export const nextSession: Action<SessionHere> = {
  id: "session.next",
  words: "Go to the next session",
  keys: ["Alt+PageDown"],
  on: ["session"],
  offered: (here) => another(here, 1) !== undefined,
  run: (here) => here.go(another(here, 1)!.id),
};
