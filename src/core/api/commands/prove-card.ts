import type { Proof } from "@/core/library/proof";
import Joi from "joi";
import { longestName } from "@/core/text/names";
import { id, versionNumber } from "../fields";
import { command } from "../command";

interface ProveCard {
  readonly cardId: string;
  readonly contentVersion: number;
  readonly on: string;
  readonly difference: number | null;
}

/** Stamps a card's current content with what came of rebuilding it from the database on untouched material. */
export const proveCard = command<ProveCard, { proof: Proof }>()({
  name: "prove-card",
  right: "keep",
  stream: "library",
  ownToo: true,
  isStamp: true,
  input: Joi.object({
    cardId: id.required(),
    contentVersion: versionNumber.required(),
    on: Joi.string().max(longestName).required(),
    difference: Joi.number().min(-1000).max(1000).allow(null).required(),
  }),
});
