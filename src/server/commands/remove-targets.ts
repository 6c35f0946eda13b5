import Joi from "joi";
import { countTargets } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id } from "../fields";
import { requireTargets } from "../targets";

/** Takes targets out of a session; their material stays in the library. What fed them goes straight out. */
export const removeTargets = defineCommand<{ sessionId: string; targetIds: string[] }>()({
  name: "remove-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetIds: Joi.array().items(id).min(1).max(1000).unique().required() }),
  async run(ledger, { sessionId, targetIds }) {
    const gone = await requireTargets(ledger, sessionId, targetIds);
    const ids = new Set(targetIds);
    for (const target of await readTargets(ledger.db, ledger.libraryId, sessionId)) {
      if (ids.has(target.id)) continue;
      if (target.feedsId && ids.has(target.feedsId))
        await ledger.update("target", target.id, { feedsId: null });
      if (target.sends.some((s) => ids.has(s.to)))
        await ledger.update("target", target.id, { sends: target.sends.filter((s) => !ids.has(s.to)) });
    }
    for (const target of gone) await ledger.delete("target", target.id);
    return { summary: `removed ${countTargets(gone)}` };
  },
});
