import { mostOfOneName } from "@/core/api/operations/find-material";
import { cleanName } from "@/core/text/names";
import { database } from "@/db/connection";
import { findMedia } from "@/db/media";
import type { Member } from "../member";

/** Files of the library by their hashes or names. */
export async function findMaterial(
  { libraryId }: Member,
  wanted: { readonly hashes: readonly string[]; readonly names: readonly string[] },
) {
  // As names are kept here: some systems write letters and their marks one by one.
  const names = wanted.names.map(cleanName);
  return { media: await findMedia(database(), libraryId, { ...wanted, names }, mostOfOneName) };
}
