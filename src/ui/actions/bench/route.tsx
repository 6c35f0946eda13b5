import { RouteDialog } from "../../bench/route-dialog";
import type { Action } from "../action";
import { isMixed, mayShape, type BenchHere } from "./here";

export const route: Action<BenchHere> = {
  id: "bench.route",
  words: "Say where the sound goes",
  keys: ["t"],
  on: ["target"],
  offered: (here) => mayShape(here) && isMixed(here),
  dialog: ({ here, close }) =>
    here.lead ? <RouteDialog bench={here.bench} target={here.lead} onClose={close} /> : null,
};
