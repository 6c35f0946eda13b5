import Joi from "joi";
import { defineCommand } from "../command";
import { id } from "../fields";
import { requireEditableCard } from "../rows";

/** Takes cards out of use, or brings them back. What uses them goes on using them. */
export const withdrawCards = defineCommand<{ cardIds: string[]; withdrawn: boolean }>()({
  name: "withdraw-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: Joi.array().items(id).min(1).max(10000).unique().required(),
    withdrawn: Joi.boolean().required(),
  }),
  async run(ledger, { cardIds, withdrawn }) {
    let last = "";
    for (const cardId of cardIds) {
      last = (await requireEditableCard(ledger, cardId)).name;
      await ledger.update("card", cardId, { withdrawn });
    }
    const what = cardIds.length === 1 ? `“${last}”` : `${cardIds.length} cards`;
    return { summary: `${withdrawn ? "withdrew" : "restored"} ${what}` };
  },
});
