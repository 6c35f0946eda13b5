import Joi from "joi";
import { cardIds, id, maker } from "../fields";
import { command } from "../command";

/** What can be hidden; just one of them is given. */
export interface Hidden {
  readonly cardIds?: string[];
  readonly folderId?: string;
  readonly tagId?: string;
  readonly effect?: string;
  readonly maker?: string;
}

/** Hides cards, a folder with all in it, a tag, a bare effect, or a maker's cards from the member alone, or shows them again. */
export const hide = command<Hidden & { readonly on: boolean }>()({
  name: "hide",
  right: "own",
  stream: "member",
  input: Joi.object({
    cardIds,
    folderId: id,
    tagId: id,
    effect: Joi.string().max(100),
    maker: maker.disallow(""),
    on: Joi.boolean().required(),
  }).xor("cardIds", "folderId", "tagId", "effect", "maker"),
});
