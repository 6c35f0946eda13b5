import { comparedMedia, type ComparedMedium } from "../../media";
import { ofLibrary, operation } from "../operation";
import { mostContents } from "./card-contents";

export const imprints = operation<never, { readonly medium: ComparedMedium; readonly of?: string }>()({
  method: "GET",
  path: `${ofLibrary}/imprints`,
  summary: "What the contents of a library's cards do, in figures",
  needs: "read",
  query: ({ Joi, fingerprintsUpTo }) =>
    Joi.object({
      medium: Joi.string()
        .valid(...comparedMedia)
        .required(),
      of: fingerprintsUpTo(mostContents),
    }),
  gives: "application/octet-stream",
  answer:
    "for each content in use, or each of those asked for that is: the 32 bytes of its fingerprint, then its figures in hundredths as 16-bit integers, little-endian, their number depending on the medium alone; what is not measured yet is left out",
});
