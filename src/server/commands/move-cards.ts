import Joi from "joi";
import { formatPath, parsePath } from "@/core/text/names";
import { defineCommand } from "../command";
import { id, path } from "../fields";
import { ensurePath } from "../folders";
import { requireEditableCard } from "../rows";

/** Gives cards another home folder, named by its path; missing folders are made, an empty path unfiles. */
export const moveCards = defineCommand<{ cardIds: string[]; path: string }>()({
  name: "move-cards",
  right: "keep",
  stream: "library",
  input: Joi.object({
    cardIds: Joi.array().items(id).min(1).max(10000).unique().required(),
    path: path.required(),
  }),
  async run(ledger, { cardIds, path }) {
    const names = parsePath(path);
    const { folderId, made } = await ensurePath(ledger, names);
    let last = "";
    for (const cardId of cardIds) {
      last = (await requireEditableCard(ledger, cardId)).name;
      await ledger.update("card", cardId, { folderId });
    }
    const what = cardIds.length === 1 ? `“${last}”` : `${cardIds.length} cards`;
    return {
      summary: names.length ? `filed ${what} in ${formatPath(names)}` : `took ${what} out of its folder`,
      result: { folderId, madeFolders: made },
    };
  },
});
