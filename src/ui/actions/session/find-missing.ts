import { count } from "@/core/library/words";
import type { Action } from "../action";
import { mayBench, type SessionHere } from "./here";

export const findMissing: Action<SessionHere> = {
  id: "session.find-missing",
  words: ({ missing }) => `Find the files of ${count(missing, "missing clip")}`,
  name: "Find the files of missing clips",
  short: "find files",
  keys: ["Alt+f"],
  on: ["session"],
  strip: true,
  offered: (here) => here.session !== null && here.missing > 0 && mayBench(here),
  run: (here) => here.findMissing(),
};
