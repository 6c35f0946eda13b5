import Joi from "joi";
import { command } from "../command";
import { id, path } from "../fields";

interface OfferCard {
  /** A private card of the member's. */
  readonly ownCardId: string;
  /** The folder that it is meant for; empty where somebody else is to say. */
  readonly path: string;
}

/** Offers a private card to the team as it is now. It stays the member's own. */
export const offerCard = command<OfferCard, { readonly proposalId: string }>()({
  name: "offer-card",
  right: "keep",
  stream: "library",
  input: Joi.object({ ownCardId: id.required(), path: path.default("") }),
});
