import { removeRoutine as shape } from "@/core/api/commands/remove-routine";
import { routineNoun } from "@/core/library/steps";
import { carryOut } from "../command";
import { requireRoutine } from "../routines";

export const removeRoutine = carryOut(shape, async (ledger, { routineId }) => {
  const { name, steps } = await requireRoutine(ledger, routineId);
  await ledger.update("routine", routineId, { removed: true });
  return { summary: `removed the ${routineNoun(steps)} “${name}”` };
});
