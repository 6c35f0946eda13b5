import { runRoutine as shape } from "@/core/api/commands/run-routine";
import { selectedOf } from "@/core/library/stand";
import { carryOut } from "../command";
import { placingOf, renderedIn, saidOn } from "../in-place";
import { noteUses, standAnew } from "../putting";
import { refuseChanged } from "../targets";

export const runRoutine = carryOut(
  shape,
  async (ledger, { rendered = [], seenTargets = {}, ...input }, member) => {
    const placing = await placingOf(ledger, input);
    const renderedOf = await renderedIn(ledger, rendered);
    placing.stand.targets.forEach((target) => refuseChanged(target, seenTargets));
    const done = await standAnew(ledger, placing.stand, (now) => ({ stand: placing.work(now, renderedOf) }));
    const onto = selectedOf(placing.stand);
    const habits = await noteUses(
      ledger,
      member,
      placing.cardIds.map((cardId) => ({ cardId, onto })),
    );
    return { summary: saidOn(placing), result: { selected: done.stand.selected, habits } };
  },
);
