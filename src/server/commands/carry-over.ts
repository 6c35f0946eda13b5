import { carryOver as shape } from "@/core/api/commands/carry-over";
import type { Target } from "@/core/library/entities";
import { countTargets } from "@/core/library/words";
import { carryOut } from "../command";
import { Refusal } from "../refusal";
import { requireTargets } from "../targets";

export const carryOver = carryOut(
  shape,
  async (ledger, { sessionId, fromId, targetIds, seen, seenTargets }) => {
    const [from] = await requireTargets(
      ledger,
      sessionId,
      [fromId],
      seen === undefined ? {} : { [fromId]: seen },
    );
    const targets = await requireTargets(ledger, sessionId, targetIds, seenTargets);
    const { chain, strength, cardId, cardVersion } = from;
    const wrong = targets.find((target) => target.chain.medium !== chain.medium);
    if (wrong)
      throw new Refusal(
        409,
        "other-medium",
        `“${from.name}” is ${chain.medium}; “${wrong.name}” is ${wrong.chain.medium}.`,
      );
    await ledger.updateAll(
      "target",
      targets.map((target): [Target, Partial<Target>] => [target, { chain, strength, cardId, cardVersion }]),
    );
    return { summary: `carried what is on “${from.name}” over to ${countTargets(targets)}` };
  },
);
