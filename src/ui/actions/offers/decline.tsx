import { may } from "@/core/library/roles";
import { DeclineDialog } from "../../library/answer-dialog";
import type { Action } from "../action";
import type { OffersHere } from "./here";

export const decline: Action<OffersHere> = {
  id: "offers.decline",
  words: ({ offer }) => `Decline “${offer?.name}”`,
  short: "decline",
  keys: ["Delete"],
  on: ["offer"],
  strip: true,
  offered: ({ offer, role }) => offer !== undefined && may(role, "curate"),
  dialog: ({ here: { offer }, close }) => (offer ? <DeclineDialog offer={offer} onClose={close} /> : null),
};
