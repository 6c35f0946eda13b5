import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { OffersHere } from "./here";
import { later } from "../../parts/later";

const DeclineDialog = later(async () => (await import("../../library/answer-dialog")).DeclineDialog);

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
