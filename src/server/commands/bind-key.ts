import Joi from "joi";
import { v7 as newId } from "uuid";
import { keyProblem } from "@/core/keys/combination";
import { findKey } from "@/db/folders";
import { defineCommand } from "../command";
import { id } from "../fields";
import { Refusal } from "../refusal";
import { requireRow } from "../rows";

/** Binds a printed character to a card for this member, or frees it (`cardId` null). */
export const bindKey = defineCommand<{ key: string; cardId: string | null; takeOver?: boolean }>()({
  name: "bind-key",
  right: "own",
  stream: "member",
  input: Joi.object({
    key: Joi.string().min(1).max(8).required(),
    cardId: id.allow(null).required(),
    takeOver: Joi.boolean(),
  }),
  async run(ledger, { key: printed, cardId, takeOver }, member) {
    const key = printed.toLowerCase();
    const problem = keyProblem(key);
    if (problem === "reserved")
      throw new Refusal(409, "key-reserved", `The bench itself uses ${key}.`, {
        field: "key",
        hint: "Choose a digit or another letter; all actions with their keys are shown by ?.",
      });
    if (problem)
      throw new Refusal(400, "bad-key", "A card's key is one printed character.", { field: "key" });
    const bound = await findKey(ledger.db, ledger.libraryId, member.userId, key);
    if (cardId === null) {
      if (bound) await ledger.delete("keyBinding", bound.id);
      return { summary: `freed the key ${key}` };
    }
    const card = await requireRow(ledger, "card", cardId);
    if (!bound) await ledger.insert("keyBinding", { id: newId(), ownerId: member.userId, key, cardId });
    else if (bound.cardId !== cardId && !takeOver) {
      const other = await ledger.read("card", bound.cardId);
      throw new Refusal(
        409,
        "key-taken",
        `The key ${key} applies “${other?.name ?? "another card"}” already.`,
        { field: "key", hint: "Press Enter again to take it over, or choose another." },
      );
    } else await ledger.update("keyBinding", bound.id, { cardId });
    return { summary: `the key ${key} now applies “${card.name}”` };
  },
});
