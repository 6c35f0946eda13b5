import { generateNKeysBetween } from "fractional-indexing";
import Joi from "joi";
import { byPosition } from "@/core/library/order";
import { countTargets } from "@/core/library/words";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id } from "../fields";
import { requireTargets } from "../targets";

/** Puts targets, in the order given, before another one; at the end where `before` is null. */
export const moveTargets = defineCommand<{ sessionId: string; targetIds: string[]; before: string | null }>()(
  {
    name: "move-targets",
    right: "bench",
    stream: "session",
    input: Joi.object({
      targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
      before: id.allow(null).required(),
    }),
    async run(ledger, { sessionId, targetIds, before }) {
      const moved = await requireTargets(ledger, sessionId, targetIds);
      if (before !== null) await requireTargets(ledger, sessionId, [before]);
      const rest = (await readTargets(ledger.db, ledger.libraryId, sessionId))
        .filter((t) => !targetIds.includes(t.id))
        .sort(byPosition);
      const at = rest.findIndex((t) => t.id === before);
      const end = at === -1 ? rest.length : at;
      const places = generateNKeysBetween(
        rest[end - 1]?.position ?? null,
        rest[end]?.position ?? null,
        moved.length,
      );
      for (const [i, target] of moved.entries())
        await ledger.update("target", target.id, { position: places[i] });
      return { summary: `moved ${countTargets(moved)} in the list` };
    },
  },
);
