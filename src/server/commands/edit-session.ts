import Joi from "joi";
import { media, workingMedia, type WorkingMedium } from "@/core/media";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id, name as nameField, seen, storedName } from "../fields";
import { Refusal } from "../refusal";
import { requireSession } from "../sessions";

/** Gives a bench session another name, or, as long as it is empty, another medium. */
export const editSession = defineCommand<{
  id: string;
  name?: string;
  medium?: WorkingMedium;
  seen?: number;
}>()({
  name: "edit-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    id: id.required(),
    name: nameField,
    medium: Joi.string().valid(...workingMedia),
    seen,
  }).or("name", "medium"),
  async run(ledger, { id, name, medium, seen }) {
    const before = await requireSession(ledger, id, seen);
    const clean = name === undefined ? before.name : storedName(name, "session");
    if (
      medium !== undefined &&
      medium !== before.medium &&
      (await readTargets(ledger.db, ledger.libraryId, id)).length > 0
    )
      throw new Refusal(409, "not-empty", `“${before.name}” holds material already.`, {
        hint: "Begin another session.",
      });
    await ledger.update("session", id, { name: clean, ...(medium && { medium }) });
    return {
      summary:
        name === undefined && medium !== undefined
          ? `made “${clean}” a session for ${media[medium].plural}`
          : `renamed the session “${before.name}” to “${clean}”`,
    };
  },
});
