import { mostMissing, type MissingFiles } from "@/core/api/operations/missing-files";
import { effectsWithFiles } from "@/core/chain/active";
import { cardsWithoutFiles } from "@/db/cards";
import { database } from "@/db/connection";
import type { Member } from "../member";

/** The cards in use that need files which the library does not have. */
export async function missingFiles({ libraryId, userId }: Member): Promise<MissingFiles> {
  const cards = await cardsWithoutFiles(database(), libraryId, userId, [...effectsWithFiles], mostMissing);
  return { cards };
}
