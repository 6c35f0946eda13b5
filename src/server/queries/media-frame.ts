import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import { decoding } from "../decoding/decoding";
import { exactCodes } from "../exact-codes";
import type { Member } from "../member";
import { notFound, Refusal } from "../refusal";
import { tagOf } from "../unchanging";

/** A frame of a clip at full size, decoded from the file itself: 16-bit sRGB codes, R G B, row by row. It never changes. */
export async function mediaFrame(
  { libraryId }: Member,
  mediaId: string,
  frame: string,
  seen: string | null,
): Promise<Response> {
  const known = await readMedia(database(), libraryId, mediaId);
  if (known?.facts.kind !== "video") throw notFound("clip");
  const { width, height, frames } = known.facts;
  const index = /^\d{1,9}$/.test(frame) ? Number(frame) : NaN;
  if (!(index < frames))
    throw new Refusal(
      416,
      "no-range",
      `This clip has ${frames} frames, 0 to ${frames - 1}; there is no frame “${frame}”.`,
    );
  return exactCodes({ width, height }, tagOf(mediaId, "frame", index), seen, () =>
    decoding.frame({ id: mediaId, index }),
  );
}
