import Joi from "joi";
import type { TimeRange } from "@/core/library/stand";
import { mostSteps } from "@/core/library/steps";
import { id, mediaId, timeRange } from "../fields";

/** Something that is done to targets of a session once what it renders is there. */
export interface InPlaceWork {
  readonly sessionId: string;
  readonly targetIds: readonly string[];
  /** What is marked: of a routine, for its steps; else clips are cut at its ends first. */
  readonly range?: TimeRange;
  /** The routine that is run; what is selected is rendered where it is left out. */
  readonly routineId?: string;
  /** The cards that were drawn for the routine's steps that put one on by chance, in their order. */
  readonly drawn?: readonly string[];
  /** What was rendered in place before, with the newest contents of its cards. */
  readonly again?: boolean;
}

/** What a clip was rendered to. */
export interface Rendered {
  /** What was rendered, 64 hexadecimal digits. */
  readonly of: string;
  readonly mediaId: string;
}

export const inPlaceTargets = Joi.array().items(id).min(1).max(500).unique().required();

export const drawn = Joi.array().items(id).max(mostSteps);

export const inPlaceFields = {
  targetIds: inPlaceTargets,
  range: timeRange,
  again: Joi.boolean(),
};

export const rendered = Joi.array()
  .items(Joi.object({ of: Joi.string().hex().length(64).required(), mediaId: mediaId.required() }))
  .max(500)
  .default([]);
