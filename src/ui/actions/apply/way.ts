import { wayIds, wayOf, type WayId } from "@/core/chain/ways";
import type { Action } from "../action";
import type { ApplyHere } from "./here";

const nextOf = (way: WayId): WayId => wayIds[(wayIds.indexOf(way) + 1) % wayIds.length];

/** Goes through the ways; each member has a usual one for each kind of target. */
export const way: Action<ApplyHere> = {
  id: "apply.way",
  words: (here) =>
    `Let Enter ${wayOf(nextOf(here.way)).does}${here.kind === "" ? "" : `, on each ${here.kind}`}`,
  short: (here) => `Enter: ${wayOf(nextOf(here.way)).short}`,
  keys: ["Alt+e"],
  run: (here) => here.setWay(nextOf(here.way)),
};
