import { applyCard as shape } from "@/core/api/commands/apply-card";
import { carryOut } from "../command";
import { noteDay, noteUse } from "@/db/habits";
import { cardToPut, putOnTargets } from "../putting";

export const applyCard = carryOut(
  shape,
  async (
    ledger,
    { sessionId, targetIds, cardId, contentVersion, strength, how, at, keys, browsing },
    member,
  ) => {
    const card = await cardToPut(ledger, cardId, contentVersion);
    const { onto, summary } = await putOnTargets(ledger, {
      sessionId,
      targetIds,
      puts: [card],
      how,
      at,
      strength,
    });
    const use = { libraryId: ledger.libraryId, memberId: member.userId, at: new Date() };
    const kinds = [...new Set(onto.map(({ kind }) => kind))];
    const habits = await noteUse(ledger.db, { ...use, cardId, kinds });
    const isCounted = keys !== undefined && browsing !== undefined;
    await noteDay(ledger.db, use, {
      uses: 1,
      counted: isCounted ? 1 : 0,
      keys: isCounted ? keys : 0,
      browsing: isCounted ? browsing : 0,
    });
    return { summary, result: { habits } };
  },
);
