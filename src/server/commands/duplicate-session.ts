import Joi from "joi";
import { v7 as newId } from "uuid";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id, name as nameField, storedName } from "../fields";
import { lastSessionPlace, requireSession } from "../sessions";

/** Makes a session with the same targets, material and chains under another name. */
export const duplicateSession = defineCommand<{ id: string; name: string }>()({
  name: "duplicate-session",
  right: "bench",
  stream: "library",
  input: Joi.object({ id: id.required(), name: nameField.required() }),
  async run(ledger, { id, name }) {
    const { name: source, medium } = await requireSession(ledger, id);
    const clean = storedName(name, "session");
    const copy = await ledger.insert("session", {
      id: newId(),
      name: clean,
      medium,
      position: await lastSessionPlace(ledger),
      removed: false,
    });
    const targets = await readTargets(ledger.db, ledger.libraryId, id);
    const ids = new Map(targets.map((t) => [t.id, newId()]));
    for (const { version: _, ...target } of targets)
      await ledger.insert("target", {
        ...target,
        id: ids.get(target.id)!,
        sessionId: copy.id,
        feedsId: target.feedsId && (ids.get(target.feedsId) ?? null),
        sends: target.sends.flatMap((send) => (ids.has(send.to) ? [{ ...send, to: ids.get(send.to)! }] : [])),
      });
    return { summary: `duplicated the session “${source}” as “${clean}”`, result: { sessionId: copy.id } };
  },
});
