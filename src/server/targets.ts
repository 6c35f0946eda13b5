import type { Target } from "@/core/library/entities";
import type { Ledger } from "@/db/ledger";
import { notFound, stale } from "./refusal";

/** Targets of one session, in the order of the ids; `seen` is the version of the first one that the client saw. */
export async function requireTargets(
  ledger: Ledger,
  sessionId: string,
  ids: readonly string[],
  seen?: number,
): Promise<Target[]> {
  const found = await ledger.readAll("target", ids);
  return ids.map((id, at) => {
    const target = found.get(id);
    if (target?.sessionId !== sessionId) throw notFound("target");
    if (at === 0 && seen !== undefined && target.version !== seen) throw stale("target", seen, target);
    return target;
  });
}
