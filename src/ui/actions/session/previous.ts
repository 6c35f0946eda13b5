import type { Action } from "../action";
import { another, type SessionHere } from "./here";

export const previousSession: Action<SessionHere> = {
  id: "session.previous",
  words: "Go to the previous session",
  keys: ["Alt+PageUp"],
  on: ["session"],
  offered: (here) => another(here, -1) !== undefined,
  run: (here) => here.go(another(here, -1)!.id),
};
