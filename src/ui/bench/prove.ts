import { pictureDifference, soundDifference } from "@/core/measure/difference";
import { sayProof, type Proof } from "@/core/library/proof";
import { api } from "../data/api";
import type { Desk } from "../data/desk";
import type { CardVersions } from "../data/wire";
import type { BenchResult } from "./bench-result";

/**
 * Rebuilds a kept card from the database on the untouched material, compares it with what is on the bench, and stamps
 * the card with the difference. Says in words what came of it; throws where it cannot be done.
 */
export async function proveKept({ libraryId, send }: Pick<Desk, "libraryId" | "send">, cardId: string, contentVersion: number, bench: BenchResult): Promise<string> {
  const { versions } = await api<CardVersions>(`/api/libraries/${libraryId}/cards/${cardId}/versions`);
  const stored = versions.find((v) => v.number === contentVersion);
  if (!stored) throw new Error("The card is not there any more.");
  let difference: number | null;
  if (bench.medium === "audio") {
    const rebuilt = await bench.again(stored.chain);
    if (!rebuilt) throw new Error("Something else was rendered in between.");
    difference = soundDifference(bench.rendered.planes, rebuilt.planes);
  } else {
    const rebuilt = await bench.again(stored.chain);
    if (!rebuilt) throw new Error("Something else was rendered in between.");
    difference = pictureDifference(bench.rendered.codes, rebuilt.codes);
  }
  const { result } = await send<{ proof: Proof }>("prove-card", () => ({ cardId, contentVersion, on: bench.on, difference }));
  return `${result.proof.same ? "Proved" : "Not proved"} on “${bench.on}”: ${sayProof(result.proof, bench.medium)}.`;
}
