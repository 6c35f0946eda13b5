import Joi from "joi";
import { id, versionNumber } from "../fields";
import { command } from "../command";

interface PinCard {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly cardId: string;
  readonly contentVersion: number;
}

/** Notes that the chain which targets have is a card's, as after it was kept from them. Nothing is heard or seen otherwise, so taking back passes it by. */
export const pinCard = command<PinCard>()({
  name: "pin-card",
  right: "bench",
  stream: "session",
  isStamp: true,
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    cardId: id.required(),
    contentVersion: versionNumber.required(),
  }),
});
