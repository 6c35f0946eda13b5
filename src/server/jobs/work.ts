import { carryOutNext } from "./carry-out-render";
import { makeImprints, tryImprintsAgain } from "./imprints";
import { workOnRenders } from "./queue";
import { closeMaterial, sweepFiles, sweepMaterial, sweepRenders } from "./sweep";

const sweepEvery = 10_000;
const lookEvery = 3000;

/** Starts working on background jobs in this process; keeps trying until the database is there. */
export async function startWorking(): Promise<void> {
  for (;;) {
    try {
      await workOnRenders(carryOutNext, 2);
      break;
    } catch (error) {
      console.error("jobs cannot start yet:", error instanceof Error ? error.message : error);
      await new Promise((resolve) => setTimeout(resolve, 3000));
    }
  }
  const sweep = () => void sweepRenders().catch(() => undefined);
  const sweepAway = () =>
    void sweepFiles()
      .then(sweepMaterial)
      .catch(() => undefined);
  /** Contents of new cards are looked at soon, one round at a time. */
  const lookAtCards = async () => {
    await makeImprints().catch((error: Error) => console.error("imprints:", error.message));
    setTimeout(() => void lookAtCards(), lookEvery).unref();
  };
  void closeMaterial().catch(() => undefined);
  sweep();
  sweepAway();
  void tryImprintsAgain()
    .catch(() => undefined)
    .then(lookAtCards);
  setInterval(sweepAway, 60 * sweepEvery).unref();
  setInterval(sweep, sweepEvery).unref();
}
