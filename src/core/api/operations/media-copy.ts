import { copies } from "@/core/library/media";
import { operation, ofLibrary } from "../operation";

export const mediaCopy = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/media/{mediaId}/{copy}`,
  summary: `A working copy of material: ${copies.join(", ")}`,
  needs: "read",
  gives: "application/octet-stream",
  answer:
    "Samples (32-bit floats, a plane a channel) or 16-bit sRGB codes, little-endian, or a table as text, or MP4 or JPEG; byte ranges are honoured",
});
