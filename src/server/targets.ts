import type { Target } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** Targets of one session, in the order of the ids. */
export async function requireTargets(ledger: Ledger, sessionId: string, ids: readonly string[]): Promise<Target[]> {
  const targets: Target[] = [];
  for (const id of ids) {
    const target = await requireRow(ledger, "target", id);
    if (target.sessionId !== sessionId) throw notFound("target");
    targets.push(target);
  }
  return targets;
}
