import { longestName } from "@/core/text/names";
import type { Media } from "./session-replica";
import { operation, ofLibrary } from "../operation";

/** What came of a file that was brought in; the sound of a video is material of its own. */
export interface Brought {
  readonly media: Media;
  readonly sound?: Media;
}

export const bringMaterial = operation<Brought, { name: string }>()({
  method: "POST",
  path: `${ofLibrary}/material`,
  summary: "Bring in a sound, a picture, a video or a table of colours",
  needs: "bench",
  query: ({ Joi }) =>
    Joi.object({
      name: Joi.string()
        .allow("")
        .max(4 * longestName)
        .default(""),
    }),
  takesFile: true,
  answer: "The `media` that came of it: id (SHA-256 of the file), name, facts; and the `sound` of a video",
});
