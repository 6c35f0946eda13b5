import { v7 as newId } from "uuid";
import { runRoutine as shape } from "@/core/api/commands/run-routine";
import type { Put } from "@/core/library/putting";
import { cardsOfSteps, runSteps } from "@/core/library/steps";
import { countTargets } from "@/core/library/words";
import { selectedOf } from "@/core/library/putting";
import { carryOut } from "../command";
import { cardToPut, noteUses, standAnew, wholeStand } from "../putting";
import { requireRoutine } from "../routines";

export const runRoutine = carryOut(shape, async (ledger, { sessionId, targetIds, routineId }, member) => {
  const { name, steps } = await requireRoutine(ledger, routineId);
  const stand = await wholeStand(ledger, sessionId, targetIds);
  const cards = await ledger.readAll("card", cardsOfSteps(steps));
  const puts = new Map<string, Put>();
  for (const { id, withdrawn } of cards.values()) if (!withdrawn) puts.set(id, await cardToPut(ledger, id));
  const done = await standAnew(ledger, stand, (now) => {
    const next = runSteps(steps, now, { putOf: (id) => puts.get(id), newId });
    return { stand: next };
  });
  const onto = selectedOf(stand);
  const habits = await noteUses(
    ledger,
    member,
    [...puts.keys()].map((cardId) => ({ cardId, onto })),
  );
  return {
    summary: `“${name}” on ${countTargets(onto)}`,
    result: { selected: done.stand.selected, habits },
  };
});
