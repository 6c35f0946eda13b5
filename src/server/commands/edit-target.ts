import { editTarget as shape, type EditTarget } from "@/core/api/commands/edit-target";
import { carryOut } from "../command";
import type { Target } from "@/core/library/entities";
import { routingProblem, sayRoutingProblem } from "@/core/library/routing";
import { readTargets } from "@/db/replica";
import { Refusal } from "../refusal";
import { requireTargets } from "../targets";

const words = (input: EditTarget, what: string): string => {
  if (input.name !== undefined) return `renamed ${what} to “${input.name}”`;
  if (input.muted !== undefined) return `${input.muted ? "muted" : "unmuted"} ${what}`;
  if (input.soloed !== undefined) return `${input.soloed ? "soloed" : "unsoloed"} ${what}`;
  if (input.at !== undefined) return `moved ${what} on the timeline`;
  return `routed ${what}`;
};

export const editTarget = carryOut(shape, async (ledger, input) => {
  const { sessionId, targetIds, name, feedsId, at, muted, soloed, sends } = input;
  const targets = await requireTargets(
    ledger,
    sessionId,
    targetIds,
    input.seen === undefined ? {} : { [targetIds[0]]: input.seen },
  );
  if (name !== undefined && targets.length > 1)
    throw new Refusal(400, "one-name", "Rename one target at a time.", { field: "targetIds" });
  const set: Partial<Target> = {
    ...(name !== undefined && { name }),
    ...(feedsId !== undefined && { feedsId }),
    ...(at !== undefined && { at }),
    ...(muted !== undefined && { muted }),
    ...(soloed !== undefined && { soloed }),
    ...(sends !== undefined && { sends }),
  };
  await ledger.updateAll(
    "target",
    targets.map((target) => [target, set]),
  );
  const problem = routingProblem(await readTargets(ledger.db, ledger.libraryId, sessionId));
  if (problem) throw new Refusal(409, problem.code, sayRoutingProblem(problem), { field: "feedsId" });
  return {
    summary: words(input, targets.length === 1 ? `“${targets[0].name}”` : `${targets.length} targets`),
  };
});
