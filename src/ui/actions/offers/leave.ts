import type { Action } from "../action";
import type { OffersHere } from "./here";

export const leave: Action<OffersHere> = {
  id: "offers.leave",
  words: "Leave the offered cards",
  short: "leave",
  keys: ["Escape"],
  strip: true,
  run: (here) => here.leave(),
};
