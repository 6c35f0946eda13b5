import { operation, ofLibrary } from "../operation";

export const mediaFrame = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/media/{mediaId}/frames/{frame}`,
  summary: "A frame of a clip at full size, counted from 0, as it is rendered from",
  needs: "read",
  gives: "application/octet-stream",
  answer: "16-bit sRGB codes, R G B, row by row, little-endian",
});
