import { entities, type Card, type Entity, type EntityRows } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { notFound, Refusal, stale } from "./refusal";

/** A row of the library; refuses where it is gone, or where the client saw an older version of it. */
export async function requireRow<E extends Entity>(
  ledger: Ledger,
  entity: E,
  id: string,
  seen?: number,
): Promise<EntityRows[E]> {
  const row = await ledger.read(entity, id);
  if (!row) throw notFound(entities[entity].noun);
  if (seen !== undefined && row.version !== seen) throw stale(entities[entity].noun, seen, row);
  return row;
}

/** Cards of the library, in the order of the ids. */
export async function requireCards(ledger: Ledger, ids: readonly string[]): Promise<Card[]> {
  const found = await ledger.readAll("card", ids);
  return ids.map((id) => {
    const card = found.get(id);
    if (!card) throw notFound(entities.card.noun);
    return card;
  });
}

/** Cards that members may change, in the order of the ids. */
export const requireEditableCards = async (ledger: Ledger, ids: readonly string[]): Promise<Card[]> =>
  (await requireCards(ledger, ids)).map(refuseSupplied);

export function refuseSupplied(card: Card): Card {
  if (card.layer === "supplied")
    throw new Refusal(403, "supplied", `“${card.name}” is a supplied card and stays as it is.`, {
      hint: "Put it on a target and keep it under a name of your own.",
    });
  return card;
}

/** A card that members may change. Supplied ones are copied to be changed. */
export async function requireEditableCard(ledger: Ledger, id: string, seen?: number) {
  return refuseSupplied(await requireRow(ledger, "card", id, seen));
}
