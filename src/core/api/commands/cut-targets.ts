import Joi from "joi";
import type { TimeRange } from "@/core/library/stand";
import { command } from "../command";
import { timeRange } from "../fields";
import { inPlaceTargets } from "./in-place-input";

interface CutTargets {
  readonly sessionId: string;
  readonly targetIds: string[];
  readonly range: TimeRange;
}

/**
 * Cuts clips at the ends of a stretch of the timeline: each stays the piece within it; what lies before and behind becomes
 * clips of their own. The pieces overlap by a few milliseconds, in which one goes and the next comes: together they sound
 * as before.
 */
export const cutTargets = command<CutTargets>()({
  name: "cut-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({ targetIds: inPlaceTargets, range: timeRange.required() }),
});
