import { mostOfOneName } from "@/core/api/operations/find-material";
import { database } from "@/db/connection";
import { findMedia } from "@/db/media";
import type { Member } from "../member";

/** Files of the library by their hashes or names. */
export async function findMaterial(
  { libraryId }: Member,
  wanted: { readonly hashes: readonly string[]; readonly names: readonly string[] },
) {
  return { media: await findMedia(database(), libraryId, wanted, mostOfOneName) };
}
