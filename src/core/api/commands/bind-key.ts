import Joi from "joi";
import { id, printedKey } from "../fields";
import { recalledFields } from "@/core/library/entities";
import { command } from "../command";

interface BindKey {
  readonly key: string;
  /** What it does: one of these. */
  readonly cardId?: string | null;
  readonly searchId?: string;
  readonly folderId?: string;
  readonly routineId?: string;
  readonly takeOver?: boolean;
}

/** Binds a printed character to a card, a saved search, a folder or a routine for this member, or frees it (`cardId` null). */
export const bindKey = command<BindKey>()({
  name: "bind-key",
  right: "own",
  stream: "member",
  input: Joi.object({
    key: printedKey.required(),
    cardId: id.allow(null),
    searchId: id,
    folderId: id,
    routineId: id,
    takeOver: Joi.boolean(),
  }).xor(...recalledFields),
});
