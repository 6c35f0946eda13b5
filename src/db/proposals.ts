import { and, eq } from "drizzle-orm";
import type { Proposal } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { proposal } from "./schema";

/** What a member offers that waits for an answer. */
export async function openProposals(db: Executor, libraryId: string, byId: string): Promise<Proposal[]> {
  const rows = await db
    .select()
    .from(proposal)
    .where(and(eq(proposal.libraryId, libraryId), eq(proposal.byId, byId), eq(proposal.state, "open")));
  return rows.map((row) => fromColumns("proposal", row));
}
