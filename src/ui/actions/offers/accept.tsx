import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { OffersHere } from "./here";
import { later } from "../../parts/later";

const AcceptDialog = later(async () => (await import("../../library/answer-dialog")).AcceptDialog);

export const accept: Action<OffersHere> = {
  id: "offers.accept",
  words: ({ offer }) => `Take “${offer?.name}” into the library`,
  short: "take in",
  keys: ["Enter"],
  on: ["offer"],
  strip: true,
  offered: ({ offer, role }) => offer !== undefined && may(role, "curate"),
  dialog: ({ here: { offer }, close }) => (offer ? <AcceptDialog offer={offer} onClose={close} /> : null),
};
