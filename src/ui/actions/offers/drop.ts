import type { Action } from "../action";
import type { OffersHere } from "./here";

export const drop: Action<OffersHere> = {
  id: "offers.drop",
  words: ({ offer }) => `No longer offer “${offer?.name}”`,
  short: "no longer offer",
  keys: ["x"],
  on: ["offer"],
  strip: true,
  offered: ({ offer, memberId }) => offer?.byId === memberId,
  run: ({ act, offer }) => act("drop-proposal", { proposalId: offer!.id }),
};
