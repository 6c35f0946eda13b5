import type { Ledger } from "@/db/ledger";
import type { Member } from "./member";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** What an alias or a key stands for: a card, a saved search or a folder; the others are null. */
interface Recalled {
  readonly cardId: string | null;
  readonly searchId: string | null;
  readonly folderId: string | null;
}

const nothing: Recalled = { cardId: null, searchId: null, folderId: null };

/** What of those a request names, as a row holds it, with its name. Another member's own search does not exist for this one. */
export async function recallable(
  ledger: Ledger,
  { cardId, searchId, folderId }: { readonly [K in keyof Recalled]?: string | null },
  member: Member,
): Promise<Recalled & { readonly name: string }> {
  if (cardId) return { ...nothing, cardId, name: (await requireRow(ledger, "card", cardId)).name };
  if (folderId) return { ...nothing, folderId, name: (await requireRow(ledger, "folder", folderId)).name };
  const search = searchId ? await ledger.read("savedSearch", searchId) : null;
  if (!search || search.removed || (search.ownerId !== null && search.ownerId !== member.userId))
    throw notFound("saved search");
  return { ...nothing, searchId: search.id, name: search.name };
}

export const isSame = (a: Recalled, b: Recalled): boolean =>
  a.cardId === b.cardId && a.searchId === b.searchId && a.folderId === b.folderId;

/** The name of what an alias or a key stands for; null where that is out of use. */
export async function recalled(
  ledger: Ledger,
  { cardId, searchId, folderId }: Recalled,
): Promise<string | null> {
  if (cardId !== null) return (await ledger.read("card", cardId))?.name ?? null;
  if (folderId !== null) return (await ledger.read("folder", folderId))?.name ?? null;
  const search = await ledger.read("savedSearch", searchId!);
  return search && !search.removed ? search.name : null;
}
