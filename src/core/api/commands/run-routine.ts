import Joi from "joi";
import { id, seenTargets, timeRange, type OnSeen } from "../fields";
import { command } from "../command";
import { drawn, rendered, type InPlaceWork, type Rendered } from "./in-place-input";
import type { Used } from "./put-input";

interface RunRoutine extends OnSeen, Pick<InPlaceWork, "sessionId" | "targetIds" | "range" | "drawn"> {
  readonly routineId: string;
  readonly rendered?: readonly Rendered[];
}

/**
 * Takes the steps of a routine on some targets, as one change; where one of them cannot be done, none is. Gives the targets
 * that are chosen in the end. One that renders in place is asked for by way of `renders/in-place`, which renders first.
 */
export const runRoutine = command<RunRoutine, Used & { readonly selected: readonly string[] }>()({
  name: "run-routine",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    routineId: id.required(),
    range: timeRange,
    drawn,
    rendered,
    seenTargets,
  }),
});
