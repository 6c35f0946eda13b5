import Joi from "joi";
import { mediumIds, type Medium } from "@/core/media";
import { id, printedKey } from "../fields";
import { recalledFields } from "@/core/library/entities";
import { command } from "../command";

/** What a key does: one of these. */
export interface KeyMeans {
  readonly cardId?: string | null;
  readonly searchId?: string;
  readonly folderId?: string;
  readonly routineId?: string;
}

interface BindKey extends KeyMeans {
  readonly key: string;
  /** Where it means this: on this medium alone, or (null) wherever nothing else is meant. A card's is its own. */
  readonly medium?: Medium | null;
  readonly takeOver?: boolean;
}

export const keyMeans = { cardId: id.allow(null), searchId: id, folderId: id, routineId: id };
export const keyMedium = Joi.string()
  .valid(...mediumIds)
  .allow(null);

/**
 * Binds a key to a card, a saved search, a folder or a routine for this member, or frees it (`cardId` null): on one medium,
 * or, where none is named, on all. Keys are printed characters, those of a numeric pad (`Num7`) and pads (`PadA1`).
 */
export const bindKey = command<BindKey>()({
  name: "bind-key",
  right: "own",
  stream: "member",
  input: Joi.object({
    key: printedKey.required(),
    ...keyMeans,
    medium: keyMedium,
    takeOver: Joi.boolean(),
  }).xor(...recalledFields),
});
