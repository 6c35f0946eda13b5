import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

/** Whole pixels; a query holds text. */
const windowInput = ({ Joi }: Schemas) => {
  const place = Joi.string()
    .pattern(/^\d{1,6}$/)
    .required();
  const extent = Joi.string()
    .pattern(/^[1-9]\d{0,5}$/)
    .required();
  return Joi.object({ left: place, top: place, width: extent, height: extent });
};

export const mediaWindow = operation<never, { left: string; top: string; width: string; height: string }>()({
  method: "GET",
  path: `${ofLibrary}/media/{mediaId}/window`,
  summary: "A window of a picture at full size",
  needs: "read",
  query: windowInput,
  gives: "application/octet-stream",
  answer: "16-bit sRGB codes, R G B, row by row, little-endian",
});
