import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import { copies, readCopy, type Copy } from "../media-store";
import type { Member } from "../member";
import { notFound } from "../refusal";

/** A working copy as bytes. It never changes, so a browser may keep it. */
export async function mediaCopy({ libraryId }: Member, mediaId: string, copy: string): Promise<Response> {
  const known = (copies as readonly string[]).includes(copy) && (await readMedia(database(), libraryId, mediaId));
  const bytes = known ? await readCopy(mediaId, copy as Copy) : null;
  if (!bytes) throw notFound("material");
  return new Response(new Uint8Array(bytes), {
    headers: { "content-type": "application/octet-stream", "cache-control": "private, max-age=31536000, immutable" },
  });
}
