import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";
import type { Used } from "./put-input";

interface RunRoutine {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly routineId: string;
}

/**
 * Takes the steps of a routine on some targets, as one change; where one of them cannot be done, none is. Gives the targets
 * that are chosen in the end.
 */
export const runRoutine = command<RunRoutine, Used & { readonly selected: readonly string[] }>()({
  name: "run-routine",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    routineId: id.required(),
  }),
});
