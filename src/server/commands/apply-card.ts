import { applyCard as shape } from "@/core/api/commands/apply-card";
import { carryOut } from "../command";
import { cardToPut, noteUses, putOnTargets } from "../putting";

export const applyCard = carryOut(
  shape,
  async (
    ledger,
    { sessionId, targetIds, cardId, contentVersion, strength, how, at, range, keys, browsing, seenTargets },
    member,
  ) => {
    const card = await cardToPut(ledger, cardId, contentVersion);
    const { onto, summary } = await putOnTargets(ledger, {
      sessionId,
      targetIds,
      puts: [card],
      how,
      at,
      range,
      strength,
      seenTargets,
    });
    const counted = keys !== undefined && browsing !== undefined ? { keys, browsing } : null;
    const habits = await noteUses(ledger, member, [{ cardId, onto }], counted);
    return { summary, result: { habits } };
  },
);
