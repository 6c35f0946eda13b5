import type { Routine } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** A routine in use. */
export async function requireRoutine(ledger: Ledger, id: string): Promise<Routine> {
  const row = await requireRow(ledger, "routine", id);
  if (row.removed) throw notFound("routine");
  return row;
}
