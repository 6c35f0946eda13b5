import Joi from "joi";
import { workingMedia, type WorkingMedium } from "@/core/media";
import { nameOf } from "../fields";
import { command } from "../command";

/** Begins an empty bench session. */
export const createSession = command<{ name: string; medium: WorkingMedium }, { sessionId: string }>()({
  name: "create-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    name: nameOf("session").required(),
    medium: Joi.string()
      .valid(...workingMedia)
      .required(),
  }),
});
