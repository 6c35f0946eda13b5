import Joi from "joi";
import { workingMedia, type WorkingMedium } from "@/core/media";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

/** Gives a bench session another name, or, as long as it is empty, another medium. */
export const editSession = command<{
  id: string;
  name?: string;
  medium?: WorkingMedium;
  seen?: number;
}>()({
  name: "edit-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    id: id.required(),
    name: nameOf("session"),
    medium: Joi.string().valid(...workingMedia),
    seen,
  }).or("name", "medium"),
});
