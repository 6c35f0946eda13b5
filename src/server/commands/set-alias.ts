import Joi from "joi";
import { v7 as newId } from "uuid";
import { cleanName, longestAlias } from "@/core/text/names";
import { fold } from "@/core/text/fold";
import { findAlias } from "@/db/folders";
import { defineCommand } from "../command";
import { id } from "../fields";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

/** Gives a card one of the member's own aliases. An alias that recalled another card is taken over where asked for. */
export const setAlias = defineCommand<{ cardId: string; text: string; takeOver?: boolean }>()({
  name: "set-alias",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardId: id.required(),
    text: Joi.string().max(200).required(),
    takeOver: Joi.boolean(),
  }),
  async run(ledger, { cardId, text, takeOver }, member) {
    const card = await requireRow(ledger, "card", cardId);
    const clean = cleanName(text);
    if (clean === "" || clean.length > longestAlias || /\s/.test(clean))
      throw new Refusal(400, "bad-alias", `An alias is one word of at most ${longestAlias} characters.`, {
        field: "text",
      });
    const twin = await findAlias(ledger.db, ledger.libraryId, member.userId, fold(clean));
    const summary = `“${clean}” now recalls “${card.name}”`;
    if (!twin) await ledger.insert("alias", { id: newId(), ownerId: member.userId, text: clean, cardId });
    else if (twin.cardId === cardId) await ledger.update("alias", twin.id, { text: clean });
    else if (takeOver) await ledger.update("alias", twin.id, { text: clean, cardId });
    else {
      const other = await ledger.read("card", twin.cardId);
      throw new Refusal(
        409,
        "alias-taken",
        `“${clean}” recalls “${other?.name ?? "another card"}” already.`,
        { field: "text", hint: "Press Enter again to take it over, or choose another." },
      );
    }
    return { summary };
  },
});
