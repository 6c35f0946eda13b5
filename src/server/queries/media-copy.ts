import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import { copies, type Copy } from "@/core/library/media";
import { findCopy } from "../media-store";
import type { Member } from "../member";
import { notFound, Refusal } from "../refusal";
import { sentFile } from "../sent-file";
import { isSeen, notModified, tagOf, unchanging } from "../unchanging";

/** What is more than bytes to a browser. */
const types: { readonly [C in Copy]?: string } = { light: "video/mp4", strip: "image/jpeg" };

/** The bytes that a request's Range header asks for (RFC 9110 §14), first and last; undefined where it asks for all. */
function rangeOf(header: string | null, bytes: number): { first: number; last: number } | undefined {
  if (header === null) return undefined;
  const match = /^bytes=(\d+)-(\d*)$/.exec(header);
  const first = Number(match?.[1]);
  const last = match?.[2] ? Math.min(Number(match[2]), bytes - 1) : bytes - 1;
  if (!match || first > last)
    throw new Refusal(416, "no-range", "This stretch of the material does not exist.");
  return { first, last };
}

/** A working copy, or a stretch of it, as bytes. It never changes. */
export async function mediaCopy(
  { libraryId }: Member,
  mediaId: string,
  copy: string,
  headers: Headers,
): Promise<Response> {
  const known =
    (copies as readonly string[]).includes(copy) && (await readMedia(database(), libraryId, mediaId));
  const found = known ? await findCopy(mediaId, copy as Copy) : null;
  if (!found) throw notFound("material");
  const tag = tagOf(mediaId, copy);
  if (isSeen(headers.get("if-none-match"), tag)) return notModified(tag);
  const part = rangeOf(headers.get("range"), found.bytes);
  const { first, last } = part ?? { first: 0, last: found.bytes - 1 };
  return new Response(sentFile(found.path, { first, last }), {
    status: part ? 206 : 200,
    headers: {
      "content-type": types[copy as Copy] ?? "application/octet-stream",
      ...unchanging(tag),
      "accept-ranges": "bytes",
      "content-length": String(last - first + 1),
      ...(part && { "content-range": `bytes ${first}-${last}/${found.bytes}` }),
    },
  });
}
