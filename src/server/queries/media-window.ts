import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import { decoding } from "../decoding/decoding";
import { exactCodes } from "../exact-codes";
import type { Member } from "../member";
import { tagOf } from "../unchanging";
import { notFound, Refusal } from "../refusal";

/** A window of a picture at full size: 16-bit sRGB codes, R G B, row by row. It never changes. */
export async function mediaWindow(
  { libraryId }: Member,
  mediaId: string,
  asked: Readonly<Record<"left" | "top" | "width" | "height", string>>,
  seen: string | null,
): Promise<Response> {
  const [left, top, width, height] = [asked.left, asked.top, asked.width, asked.height].map(Number);
  const known = await readMedia(database(), libraryId, mediaId);
  if (known?.facts.kind !== "image") throw notFound("picture");
  const { facts } = known;
  if (left + width > facts.width || top + height > facts.height)
    throw new Refusal(
      416,
      "no-range",
      `This picture is ${facts.width} × ${facts.height}; the window goes beyond it.`,
    );
  const tag = tagOf(mediaId, "window", left, top, width, height);
  return exactCodes({ width, height }, tag, seen, () =>
    decoding.window({ id: mediaId, left, top, width, height }),
  );
}
