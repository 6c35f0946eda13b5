import type { Action } from "../action";
import type { BenchHere } from "./here";

export const bringUp: Action<BenchHere> = {
  id: "bench.bring-up",
  name: "Bring the card up to its newest version everywhere in the session",
  words: ({ card }) => `Bring up to version ${card!.contentVersion} everywhere in the session`,
  short: ({ card }) => `version ${card!.contentVersion} everywhere`,
  keys: ["u"],
  on: ["chain"],
  strip: true,
  offered: ({ card, lead }) => card !== undefined && lead?.cardVersion !== card.contentVersion,
  run: (here) => here.bringUp(here.card!.id),
};
