import type { Action } from "../action";
import { isMixed, mayShape, type BenchHere } from "./here";
import { later } from "../../parts/later";

const RouteDialog = later(async () => (await import("../../bench/route-dialog")).RouteDialog);

export const route: Action<BenchHere> = {
  id: "bench.route",
  words: "Say where the sound goes",
  keys: ["t"],
  on: ["target"],
  offered: (here) => mayShape(here) && isMixed(here),
  dialog: ({ here, close }) =>
    here.lead ? <RouteDialog bench={here.bench} target={here.lead} onClose={close} /> : null,
};
