import { v7 as newId } from "uuid";
import { applyPicks as shape } from "@/core/api/commands/apply-picks";
import { put } from "@/core/library/putting";
import type { Stand } from "@/core/library/stand";
import { count, countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { cardToPut, noteUses, standAnew, wholeStand } from "../putting";

export const applyPicks = carryOut(shape, async (ledger, { sessionId, picks, how, seenTargets }, member) => {
  const all = picks.flatMap(({ targetIds }) => targetIds);
  const stand = await wholeStand(ledger, sessionId, all, seenTargets);
  const chosen: [Awaited<ReturnType<typeof cardToPut>>, readonly string[]][] = [];
  for (const { cardId, contentVersion, targetIds } of picks)
    chosen.push([await cardToPut(ledger, cardId, contentVersion), targetIds]);
  await standAnew(ledger, stand, (before) => ({
    stand: chosen.reduce<Stand>(
      (now, [card, selected]) => put({ ...now, selected }, { puts: [card], how, strength: 100 }, newId).stand,
      before,
    ),
  }));
  const targets = stand.targets.filter(({ id }) => all.includes(id));
  const habits = await noteUses(
    ledger,
    member,
    picks.map(({ cardId, targetIds }) => ({
      cardId,
      onto: targets.filter(({ id }) => targetIds.includes(id)),
    })),
  );
  return {
    summary:
      chosen.length === 1
        ? `${chosen[0][0].said} on ${countTargets(targets)}`
        : `${count(chosen.length, "picked card")} on ${countTargets(targets)}`,
    result: { habits },
  };
});
