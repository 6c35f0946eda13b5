import type { Ledger } from "@/db/ledger";
import type { Member } from "./member";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** What an alias or a key stands for: a card or a saved search; the other is null. */
interface Recalled {
  readonly cardId: string | null;
  readonly searchId: string | null;
}

/** What of those a request names, as a row holds it, with its name. Another member's own search does not exist for this one. */
export async function recallable(
  ledger: Ledger,
  { cardId = null, searchId = null }: { cardId?: string | null; searchId?: string | null },
  member: Member,
): Promise<Recalled & { readonly name: string }> {
  if (cardId !== null)
    return { cardId, searchId: null, name: (await requireRow(ledger, "card", cardId)).name };
  const search = searchId === null ? null : await ledger.read("savedSearch", searchId);
  if (!search || search.removed || (search.ownerId !== null && search.ownerId !== member.userId))
    throw notFound("saved search");
  return { cardId: null, searchId: search.id, name: search.name };
}

export const isSame = (a: Recalled, b: Recalled): boolean =>
  a.cardId === b.cardId && a.searchId === b.searchId;

/** The name of what an alias or a key stands for; null where that is out of use. */
export async function recalled(ledger: Ledger, { cardId, searchId }: Recalled): Promise<string | null> {
  if (cardId !== null) return (await ledger.read("card", cardId))?.name ?? null;
  const search = await ledger.read("savedSearch", searchId!);
  return search && !search.removed ? search.name : null;
}
