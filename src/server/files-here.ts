import { filesOf } from "@/core/chain/active";
import type { Chain } from "@/core/chain/model";
import { database } from "@/db/connection";
import { readMedia } from "@/db/replica";

/** Of the files that a chain depends on, those that a library has: their hashes. */
export async function filesHere(libraryId: string, chain: Chain): Promise<string[]> {
  const here: string[] = [];
  for (const { hash } of filesOf(chain)) if (await readMedia(database(), libraryId, hash)) here.push(hash);
  return here;
}
