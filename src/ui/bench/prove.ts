import { sayProof } from "@/core/library/proof";
import { ask, ApiError } from "../data/api";
import type { Desk } from "../data/desk";
import { cardVersions } from "@/core/api/operations/card-versions";
import type { BenchResult } from "./bench-result";

/**
 * Rebuilds a kept card from the database on the untouched material, compares it with what is on the bench, and stamps
 * the card with the difference. Says in words what came of it; null where that content is not the card's any more, since
 * it was taken back or kept anew meanwhile. Throws where it cannot be done.
 */
export async function proveKept(
  { libraryId, send }: Pick<Desk, "libraryId" | "send">,
  cardId: string,
  contentVersion: number,
  bench: BenchResult,
): Promise<string | null> {
  const { versions } = await ask(cardVersions, { libraryId, cardId });
  const stored = versions.find((v) => v.number === contentVersion);
  if (!stored) return null;
  const difference = await bench.differenceTo(stored.chain);
  try {
    const { result } = await send("prove-card", () => ({
      cardId,
      contentVersion,
      on: bench.on,
      difference,
    }));
    return `${result.proof.same ? "Proved" : "Not proved"} on “${bench.on}”: ${sayProof(result.proof, bench.medium)}.`;
  } catch (error) {
    if (error instanceof ApiError && (error.code === "stale" || error.code === "not-found")) return null;
    throw error;
  }
}
