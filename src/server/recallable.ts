import {
  entities,
  nothingRecalled,
  recalledBy,
  recalledFields,
  recalledKinds,
  type Recalled,
} from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import type { Member } from "./member";
import { notFound } from "./refusal";

/** What an alias or a key stands for, where it is in use and `userId` may see it. */
async function read(
  ledger: Ledger,
  of: Recalled,
  userId: string | undefined,
): Promise<{ readonly id: string; readonly name: string } | null> {
  const { field, id } = recalledBy(of);
  const row = await ledger.read(recalledKinds[field], id);
  if (!row || ("removed" in row && row.removed)) return null;
  // Another member's own search does not exist for this one; private cards are kept apart by the ledger.
  const isForeign =
    recalledKinds[field] === "savedSearch" &&
    "ownerId" in row &&
    row.ownerId !== null &&
    row.ownerId !== userId;
  return isForeign && userId !== undefined ? null : row;
}

/** What of those a request names, as a row holds it, with its name. Throws where it is not there for the member. */
export async function recallable(
  ledger: Ledger,
  of: { readonly [F in keyof Recalled]?: string | null },
  member: Member,
): Promise<Recalled & { readonly name: string }> {
  const field = recalledFields.find((one) => of[one])!;
  const recalled = { ...nothingRecalled, [field]: of[field] };
  const row = await read(ledger, recalled, member.userId);
  if (!row) throw notFound(entities[recalledKinds[field]].noun);
  return { ...recalled, name: row.name };
}

/** The name of what an alias or a key stands for; null where that is out of use. */
export const recalled = async (ledger: Ledger, of: Recalled): Promise<string | null> =>
  (await read(ledger, of, undefined))?.name ?? null;
