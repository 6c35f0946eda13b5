import Joi from "joi";
import { alias, id } from "../fields";
import { recalledFields } from "@/core/library/entities";
import { command } from "../command";

interface SetAlias {
  /** What it recalls: one of these. */
  readonly cardId?: string;
  readonly searchId?: string;
  readonly folderId?: string;
  readonly routineId?: string;
  readonly text: string;
  readonly takeOver?: boolean;
}

/** Gives a card, a saved search, a folder or a routine one of the member's own aliases. One that recalled something else is taken over where asked for. */
export const setAlias = command<SetAlias>()({
  name: "set-alias",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardId: id,
    searchId: id,
    folderId: id,
    routineId: id,
    text: alias.required(),
    takeOver: Joi.boolean(),
  }).xor(...recalledFields),
});
