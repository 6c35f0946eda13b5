import Joi from "joi";
import type { Send, Target } from "@/core/library/entities";
import { routingProblem, sayRoutingProblem } from "@/core/library/routing";
import { readTargets } from "@/db/replica";
import { defineCommand } from "../command";
import { id, name as nameField, seen, storedName } from "../fields";
import { Refusal } from "../refusal";
import { requireTargets } from "../targets";

interface EditTarget {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly name?: string;
  readonly feedsId?: string | null;
  readonly at?: number;
  readonly muted?: boolean;
  readonly soloed?: boolean;
  readonly sends?: Send[];
  readonly seen?: number;
}

const words = (input: EditTarget, what: string): string => {
  if (input.name !== undefined) return `renamed ${what} to “${input.name}”`;
  if (input.muted !== undefined) return `${input.muted ? "muted" : "unmuted"} ${what}`;
  if (input.soloed !== undefined) return `${input.soloed ? "soloed" : "unsoloed"} ${what}`;
  if (input.at !== undefined) return `moved ${what} on the timeline`;
  return `routed ${what}`;
};

/** Changes a target's name, its place on the timeline, where its sound goes, or whether it is heard. */
export const editTarget = defineCommand<EditTarget>()({
  name: "edit-target",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    name: nameField,
    feedsId: id.allow(null),
    at: Joi.number().min(0).max(360_000),
    muted: Joi.boolean(),
    soloed: Joi.boolean(),
    sends: Joi.array()
      .items(Joi.object({ to: id.required(), level: Joi.number().min(-60).max(12).required() }))
      .max(16)
      .unique("to"),
    seen,
  }).or("name", "feedsId", "at", "muted", "soloed", "sends"),
  async run(ledger, input) {
    const { sessionId, targetIds, name, feedsId, at, muted, soloed, sends } = input;
    const targets = await requireTargets(ledger, sessionId, targetIds, input.seen);
    if (name !== undefined && targets.length > 1)
      throw new Refusal(400, "one-name", "Rename one target at a time.", { field: "targetIds" });
    const set: Partial<Target> = {
      ...(name !== undefined && { name: storedName(name, "target") }),
      ...(feedsId !== undefined && { feedsId }),
      ...(at !== undefined && { at }),
      ...(muted !== undefined && { muted }),
      ...(soloed !== undefined && { soloed }),
      ...(sends !== undefined && { sends }),
    };
    for (const target of targets) await ledger.update("target", target.id, set);
    const problem = routingProblem(await readTargets(ledger.db, ledger.libraryId, sessionId));
    if (problem) throw new Refusal(409, problem.code, sayRoutingProblem(problem), { field: "feedsId" });
    return {
      summary: words(input, targets.length === 1 ? `“${targets[0].name}”` : `${targets.length} targets`),
    };
  },
});
