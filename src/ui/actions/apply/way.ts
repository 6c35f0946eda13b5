import { wayOf, type WayId } from "@/core/chain/ways";
import type { Action } from "../action";
import type { ApplyHere } from "./here";

const nextOf = ({ way, ways }: ApplyHere): WayId => ways[(ways.indexOf(way) + 1) % ways.length];

/** Goes through the ways; each member has a usual one for each kind of target. */
export const way: Action<ApplyHere> = {
  id: "apply.way",
  words: (here) =>
    `Let Enter ${wayOf(nextOf(here)).does("the card")}${here.kind === "" ? "" : `, on each ${here.kind}`}`,
  short: (here) => `Enter: ${wayOf(nextOf(here)).short}`,
  keys: ["Alt+e"],
  run: (here) => here.setWay(nextOf(here)),
};
