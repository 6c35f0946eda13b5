import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";

export const removeTargets: Action<BenchHere> = {
  id: "bench.remove-targets",
  words: "Remove from the session",
  keys: ["Shift+Delete"],
  on: ["target"],
  offered: (here) => mayShape(here) && here.selected.length > 0,
  run: ({ act, session, selected }) =>
    act("remove-targets", { sessionId: session.id, targetIds: selected.map((t) => t.id) }),
};
