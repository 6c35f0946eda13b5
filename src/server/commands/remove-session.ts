import Joi from "joi";
import { defineCommand } from "../command";
import { id, seen } from "../fields";
import { requireSession } from "../sessions";

/** Takes a session out of use, with its targets; taking the change back brings all of it back. */
export const removeSession = defineCommand<{ id: string; seen?: number }>()({
  name: "remove-session",
  right: "bench",
  stream: "library",
  input: Joi.object({ id: id.required(), seen }),
  async run(ledger, { id, seen }) {
    const { name } = await requireSession(ledger, id, seen);
    await ledger.update("session", id, { removed: true });
    return { summary: `removed the session “${name}”` };
  },
});
