import { addGroup as shape } from "@/core/api/commands/add-group";
import { carryOut } from "../command";
import { generateKeyBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { bareTarget } from "@/core/library/entities";
import { mediumOfKind } from "@/core/media";
import { readTargets } from "@/db/replica";
import { Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";

export const addGroup = carryOut(shape, async (ledger, { sessionId, kind, name }) => {
  await requireSession(ledger, sessionId);
  if (
    kind === "output" &&
    (await readTargets(ledger.db, ledger.libraryId, sessionId)).some((t) => t.kind === "output")
  )
    throw new Refusal(409, "one-output", "This session has an output already.", {
      hint: "Put the chain on that one.",
    });
  const { id } = await ledger.insert("target", {
    ...bareTarget,
    id: newId(),
    sessionId,
    kind,
    name,
    position: generateKeyBetween(await lastTargetPlace(ledger, sessionId), null),
    chain: emptyChain(mediumOfKind(kind)),
  });
  return { summary: `added the ${kind} “${name}”`, result: { targetId: id } };
});
