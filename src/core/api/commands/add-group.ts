import Joi from "joi";
import { groupKinds, type GroupKind } from "@/core/media";
import { nameOf } from "../fields";
import { command } from "../command";

/** Adds a track, bus, return or output to a sound session. A session has one output at most. */
export const addGroup = command<{ sessionId: string; kind: GroupKind; name: string }, { targetId: string }>()(
  {
    name: "add-group",
    right: "bench",
    stream: "session",
    input: Joi.object({
      kind: Joi.string()
        .valid(...groupKinds)
        .required(),
      name: nameOf("group").required(),
    }),
  },
);
