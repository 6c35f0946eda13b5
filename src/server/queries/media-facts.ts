import type { Media } from "@/core/api/operations/session-replica";
import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";
import type { Member } from "../member";
import { notFound } from "../refusal";

/** What is known of material of the library. Throws where it has none such. */
export async function mediaFacts({ libraryId }: Member, mediaId: string): Promise<Media> {
  const found = await readMedia(database(), libraryId, mediaId);
  if (!found) throw notFound("material");
  const { id, name, facts } = found;
  return { id, name, facts };
}
