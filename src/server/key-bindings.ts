import { v7 as newId } from "uuid";
import type { KeyMeans } from "@/core/api/commands/bind-key";
import { isSameRecalled, type KeyBinding, type Recalled } from "@/core/library/entities";
import type { Medium } from "@/core/media";
import { findKeys } from "@/db/recall";
import type { Ledger } from "@/db/ledger";
import type { Member } from "./member";
import { recallable, recalled } from "./recallable";
import { requireRow } from "./rows";

interface Wanted extends KeyMeans {
  readonly key: string;
  readonly medium?: Medium | null;
}

/** A key with what it shall mean, and what it means there now. */
interface Placed {
  readonly name: string;
  readonly what: Recalled;
  readonly medium: Medium | null;
  readonly bound: KeyBinding | undefined;
  /** What it means wherever nothing else does; that would be hidden there. */
  readonly elsewhere: KeyBinding | undefined;
}

/** Frees a key, on a medium or on all. */
export async function freeKey(ledger: Ledger, { userId }: Member, { key, medium }: Wanted): Promise<void> {
  for (const bound of await findKeys(ledger.db, ledger.libraryId, userId, key))
    if (medium === undefined || bound.medium === medium) await ledger.delete("keyBinding", bound.id);
}

/** Finds out what a key shall mean. Throws where that is not there for the member. */
export async function placeKey(
  ledger: Ledger,
  member: Member,
  { key, medium = null, ...of }: Wanted,
): Promise<Placed> {
  const { name, ...what } = await recallable(ledger, of, member);
  // A card means nothing where it cannot be put on.
  const where = what.cardId === null ? medium : (await requireRow(ledger, "card", what.cardId)).medium;
  const all = await findKeys(ledger.db, ledger.libraryId, member.userId, key);
  const elsewhere = all.find((one) => one.medium === null);
  // What leads nowhere makes room.
  const isOut = elsewhere !== undefined && (await recalled(ledger, elsewhere)) === null;
  const bound = all.find((one) => one.medium === where) ?? (isOut ? elsewhere : undefined);
  return { name, what, medium: where, bound, elsewhere };
}

/** What a key would no longer stand for, by its name; null where that is nothing. */
export const lost = async (ledger: Ledger, { bound, elsewhere, what }: Placed): Promise<string | null> => {
  const before = bound ?? elsewhere;
  return before && !isSameRecalled(before, what) ? recalled(ledger, before) : null;
};

export async function writeKey(
  ledger: Ledger,
  { userId }: Member,
  key: string,
  { what, medium, bound }: Placed,
): Promise<void> {
  if (!bound) await ledger.insert("keyBinding", { id: newId(), ownerId: userId, key, medium, ...what });
  else if (!isSameRecalled(bound, what) || bound.medium !== medium)
    await ledger.update("keyBinding", bound.id, { medium, ...what });
}

export const doesWhat = ({ cardId, routineId }: Recalled): string =>
  cardId !== null ? "applies" : routineId !== null ? "runs" : "opens";
