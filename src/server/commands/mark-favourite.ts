import Joi from "joi";
import { v7 as newId } from "uuid";
import { readFavourites } from "@/db/folders";
import { defineCommand } from "../command";
import { id } from "../fields";
import { lastPlace } from "../folders";
import { requireRow } from "../rows";

/** Puts a card on the member's Favourites, last, or takes it off. */
export const markFavourite = defineCommand<{ cardId: string; on: boolean }>()({
  name: "mark-favourite",
  right: "own",
  stream: "member",
  input: Joi.object({ cardId: id.required(), on: Joi.boolean().required() }),
  async run(ledger, { cardId, on }, member) {
    const card = await requireRow(ledger, "card", cardId);
    const favourites = await readFavourites(ledger.db, ledger.libraryId, member.userId);
    const present = favourites.find((f) => f.cardId === cardId);
    if (on && !present)
      await ledger.insert("favourite", {
        id: newId(),
        ownerId: member.userId,
        cardId,
        position: lastPlace(favourites),
      });
    if (!on && present) await ledger.delete("favourite", present.id);
    return { summary: on ? `marked “${card.name}” as a favourite` : `took “${card.name}” off Favourites` };
  },
});
