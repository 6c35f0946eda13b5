import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import type { SeenTargets } from "@/core/api/fields";
import type { Ledger } from "@/db/ledger";
import { notFound, Refusal, stale } from "./refusal";
import { storedChain } from "./stored-chain";

/** Refuses what has changed since the client saw it. */
export function refuseChanged(target: Target, seen: SeenTargets): void {
  if (target.id in seen && target.version !== seen[target.id])
    throw stale(`target, “${target.name}”,`, seen[target.id], target);
}

/** Targets of one session, in the order of the ids. Refuses where one has changed since the client saw it. */
export async function requireTargets(
  ledger: Ledger,
  sessionId: string,
  ids: readonly string[],
  seen: SeenTargets = {},
): Promise<Target[]> {
  const found = await ledger.readAll("target", ids);
  return ids.map((id) => {
    const target = found.get(id);
    if (target?.sessionId !== sessionId) throw notFound("target");
    refuseChanged(target, seen);
    return target;
  });
}

/** Gives a target a chain or a strength by hand; gives the target as it was. */
export async function shapeTarget(
  ledger: Ledger,
  sessionId: string,
  targetId: string,
  { chain, strength, seen }: { readonly chain?: Chain; readonly strength?: number; readonly seen?: number },
): Promise<Target> {
  const [target] = await requireTargets(
    ledger,
    sessionId,
    [targetId],
    seen === undefined ? {} : { [targetId]: seen },
  );
  if (chain && chain.medium !== target.chain.medium)
    throw new Refusal(409, "other-medium", `“${target.name}” is ${target.chain.medium}.`, {
      field: "chain.medium",
    });
  await ledger.update("target", targetId, {
    ...(chain && { chain: storedChain(chain) }),
    ...(strength !== undefined && { strength }),
    // Without a setting there is nothing left that came from the card.
    ...(chain?.settings.length === 0 && { cardId: null, cardVersion: null, strength: 100 }),
  });
  return target;
}
