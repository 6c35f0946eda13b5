import { database } from "@/db/connection";
import { mostExactPixels } from "@/core/library/media";
import { readMedia } from "@/db/replica";
import { decoding } from "../decoding/decoding";
import type { Member } from "../member";
import { isSeen, notModified, tagOf, unchanging } from "../unchanging";
import { notFound, Refusal } from "../refusal";
import { sentFile } from "../sent-file";

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
  if (isSeen(seen, tag)) return notModified(tag);
  if (width * height > mostExactPixels)
    throw new Refusal(
      416,
      "too-large",
      `At most ${mostExactPixels.toLocaleString("en")} pixels can be asked for at once.`,
    );
  const file = await decoding.window({ id: mediaId, left, top, width, height });
  return new Response(sentFile(file), {
    headers: {
      "content-type": "application/octet-stream",
      ...unchanging(tag),
      "content-length": String(width * height * 6),
    },
  });
}
