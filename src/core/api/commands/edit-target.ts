import Joi from "joi";
import { latestStart } from "../../library/stand";
import type { Send } from "@/core/library/entities";
import { levelRange, mostSends } from "@/core/library/sends";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

export interface EditTarget {
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

/** Changes a target's name, its place on the timeline, where its sound goes, or whether it is heard. */
export const editTarget = command<EditTarget>()({
  name: "edit-target",
  right: "bench",
  stream: "session",
  input: Joi.object({
    targetIds: Joi.array().items(id).min(1).max(1000).unique().required(),
    name: nameOf("target"),
    feedsId: id.allow(null),
    at: Joi.number().min(0).max(latestStart),
    muted: Joi.boolean(),
    soloed: Joi.boolean(),
    sends: Joi.array()
      .items(
        Joi.object({
          to: id.required(),
          level: Joi.number().min(levelRange.least).max(levelRange.most).required(),
        }),
      )
      .max(mostSends)
      .unique("to"),
    seen,
  }).or("name", "feedsId", "at", "muted", "soloed", "sends"),
});
