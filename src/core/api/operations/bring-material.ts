import Joi from "joi";
import { longestName } from "@/core/text/names";
import type { Media } from "./session-replica";
import { operation, ofLibrary } from "../operation";

export const bringMaterial = operation<{ readonly media: Media }, { name: string }>()({
  method: "POST",
  path: `${ofLibrary}/material`,
  summary: "Bring in a sound, a picture or a table of colours",
  needs: "bench",
  query: Joi.object({
    name: Joi.string()
      .allow("")
      .max(4 * longestName)
      .default(""),
  }),
  takesFile: true,
  answer: "The `media` that came of it: id (SHA-256 of the file), name, facts",
});
