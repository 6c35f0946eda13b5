import Joi from "joi";
import { groupKinds, type GroupKind } from "@/core/media";
import { id, nameOf } from "../fields";
import { command } from "../command";

const mostGroupsAtOnce = 36;

export interface AddGroup {
  readonly sessionId: string;
  readonly kind: GroupKind;
  /** The name of one group; `names` instead for several, in their order. */
  readonly name?: string;
  readonly names?: readonly string[];
  /** Ids of the targets that feed them: returns by a send of 0 dB each, one bus by going there. */
  readonly fedBy?: readonly string[];
}

/** Adds tracks, buses, returns or an output to a sound session. A session has one output at most. */
export const addGroup = command<AddGroup, { targetId: string; targetIds: string[] }>()({
  name: "add-group",
  right: "bench",
  stream: "session",
  input: Joi.object({
    kind: Joi.string()
      .valid(...groupKinds)
      .required(),
    name: nameOf("group"),
    names: Joi.array().items(nameOf("group")).min(1).max(mostGroupsAtOnce),
    fedBy: Joi.array().items(id).min(1).max(1000).unique(),
  }).xor("name", "names"),
});
