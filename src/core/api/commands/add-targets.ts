import Joi from "joi";
import { id, mediaId, nameOf } from "../fields";
import { command } from "../command";

interface AddTargets {
  readonly sessionId: string;
  readonly items: {
    readonly mediaId: string;
    readonly name: string;
    /** The target that it comes before; the end of the session where that is left out or gone. */
    readonly beforeId?: string;
  }[];
}

/** Puts material that was brought in into a session: sounds as clips, pictures as photos. */
export const addTargets = command<AddTargets, { targetIds: string[] }>()({
  name: "add-targets",
  right: "bench",
  stream: "session",
  input: Joi.object({
    items: Joi.array()
      .items(Joi.object({ mediaId: mediaId.required(), name: nameOf("target").required(), beforeId: id }))
      .min(1)
      .max(500)
      .required(),
  }),
});
