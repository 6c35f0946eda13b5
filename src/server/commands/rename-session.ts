import Joi from "joi";
import { defineCommand } from "../command";
import { id, name as nameField, seen, storedName } from "../fields";
import { requireSession } from "../sessions";

/** Gives a bench session another name. */
export const renameSession = defineCommand<{ id: string; name: string; seen?: number }>()({
  name: "rename-session",
  right: "bench",
  stream: "library",
  input: Joi.object({ id: id.required(), name: nameField.required(), seen }),
  async run(ledger, { id, name, seen }) {
    const before = await requireSession(ledger, id, seen);
    const clean = storedName(name, "session");
    await ledger.update("session", id, { name: clean });
    return { summary: `renamed the session “${before.name}” to “${clean}”` };
  },
});
