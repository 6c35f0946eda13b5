import Joi from "joi";
import { command } from "../command";
import { inPlaceTargets } from "./in-place-input";

interface BringBack {
  readonly sessionId: string;
  readonly targetIds: string[];
}

/** Gives targets that were rendered in place the material and the chain back that they had before. */
export const bringBack = command<BringBack>()({
  name: "bring-back",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetIds: inPlaceTargets }),
});
