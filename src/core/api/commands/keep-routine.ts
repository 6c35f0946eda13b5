import Joi from "joi";
import { FormatFault } from "@/core/chain/fault";
import type { Json } from "@/core/chain/model";
import { readSteps, type Step } from "@/core/library/steps";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

/** The steps of a routine, read as they are stored. */
const steps = Joi.any()
  .custom((value: Json, { error }) => {
    try {
      return readSteps(value);
    } catch (fault) {
      if (!(fault instanceof FormatFault)) throw fault;
      return error("steps", { where: fault.where, what: fault.message });
    }
  })
  .messages({ steps: "{#what} ({#where})", "any.required": "A routine has at least one step" });

interface KeepRoutine {
  readonly routineId?: string;
  readonly name: string;
  readonly steps: readonly Step[];
  readonly seen?: number;
}

/** Keeps steps as a routine of the team, or changes one. With nothing but returns it is called a set. */
export const keepRoutine = command<KeepRoutine, { readonly routineId: string }>()({
  name: "keep-routine",
  right: "keep",
  stream: "library",
  input: Joi.object({
    routineId: id,
    name: nameOf("routine").required(),
    steps: steps.required(),
    seen,
  }).with("seen", "routineId"),
});
