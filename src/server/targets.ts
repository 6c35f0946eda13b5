import type { Target } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** Targets of one session, in the order of the ids; `seen` is the version of the first one that the client saw. */
export async function requireTargets(
  ledger: Ledger,
  sessionId: string,
  ids: readonly string[],
  seen?: number,
): Promise<Target[]> {
  const targets: Target[] = [];
  for (const id of ids) {
    const target = await requireRow(ledger, "target", id, id === ids[0] ? seen : undefined);
    if (target.sessionId !== sessionId) throw notFound("target");
    targets.push(target);
  }
  return targets;
}
