import { mostTargets } from "../../library/stand";
import { longestName } from "../../text/names";
import { operation, ofLibrary } from "../operation";
import type { Media } from "./session-replica";

/** Of how many files of one name each is told. */
export const mostOfOneName = 8;

interface FindMaterial {
  /** SHA-256 of files. */
  readonly hashes: readonly string[];
  readonly names: readonly string[];
}

export const findMaterial = operation<{ readonly media: readonly Media[] }, FindMaterial>()({
  method: "POST",
  path: `${ofLibrary}/material/find`,
  summary: "Files of the library by their hashes or names, such as those of a timeline",
  needs: "read",
  body: ({ Joi, mediaId }) =>
    Joi.object({
      hashes: Joi.array().items(mediaId).max(mostTargets).default([]),
      names: Joi.array()
        .items(Joi.string().max(longestName * 4))
        .max(mostTargets)
        .default([]),
    }),
  answer: `\`media\`: id (SHA-256 of the file), name, facts; of one name, whatever its case, at most ${mostOfOneName}, the last brought in first`,
});
