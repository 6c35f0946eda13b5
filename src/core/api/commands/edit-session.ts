import Joi from "joi";
import { id, nameOf, seen } from "../fields";
import { command } from "../command";

/** Gives a bench session another name. */
export const editSession = command<{
  id: string;
  name: string;
  seen?: number;
}>()({
  name: "edit-session",
  right: "bench",
  stream: "library",
  input: Joi.object({
    id: id.required(),
    name: nameOf("session").required(),
    seen,
  }),
});
