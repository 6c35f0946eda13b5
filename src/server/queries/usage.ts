import type { Usage } from "@/core/api/operations/usage";
import { daysOfUse } from "@/core/library/use";
import { longUnused } from "@/core/upkeep/define";
import { database } from "@/db/connection";
import { cardsUsedSince, readUseDays } from "@/db/habits";
import type { Member } from "../member";

const aDay = 24 * 3_600_000;

/** How the library is used by this member and by all. */
export async function usage({ libraryId, userId }: Member): Promise<Usage> {
  const now = Date.now();
  const from = new Date(now - (daysOfUse - 1) * aDay).toISOString().slice(0, 10);
  const db = database();
  const [mine, all, lately] = await Promise.all([
    readUseDays(db, libraryId, from, userId),
    readUseDays(db, libraryId, from),
    cardsUsedSince(db, libraryId, new Date(now - longUnused)),
  ]);
  return { mine, all, lately };
}
