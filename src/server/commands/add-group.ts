import { addGroup as shape, type AddGroup } from "@/core/api/commands/add-group";
import { carryOut } from "../command";
import { generateNKeysBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { emptyChain } from "@/core/chain/model";
import { bareTarget, type Target } from "@/core/library/entities";
import { routingProblem, sayRoutingProblem } from "@/core/library/routing";
import { mostSends } from "@/core/library/sends";
import { countTargets } from "@/core/library/words";
import { kindPlural, mediumOfKind } from "@/core/media";
import type { Ledger } from "@/db/ledger";
import { readTargets } from "@/db/replica";
import { Refusal } from "../refusal";
import { lastTargetPlace, requireSession } from "../sessions";
import { requireTargets } from "../targets";

const oneOutput = () =>
  new Refusal(409, "one-output", "This session has an output already.", {
    hint: "Put the chain on that one.",
  });

/** The change of a target that is to feed the new groups. Throws `Refusal` beyond `mostSends`. */
function fed({ name, sends }: Target, kind: AddGroup["kind"], ids: readonly string[]): Partial<Target> {
  if (kind === "bus") return { feedsId: ids[0] };
  if (sends.length + ids.length > mostSends)
    throw new Refusal(409, "many-sends", `“${name}” would be sent to more than ${mostSends} returns.`, {
      hint: "Take one of its sends away first.",
    });
  return { sends: [...sends, ...ids.map((to) => ({ to, level: 0 }))] };
}

/** Lets targets feed what was added. */
async function feed(
  ledger: Ledger,
  { sessionId, kind, fedBy = [] }: AddGroup,
  ids: readonly string[],
): Promise<readonly Target[]> {
  if (fedBy.length === 0) return [];
  if (kind !== "return" && !(kind === "bus" && ids.length === 1))
    throw new Refusal(400, "feeds-nothing", "Targets feed returns, or one bus.", { field: "fedBy" });
  const targets = await requireTargets(ledger, sessionId, fedBy);
  await ledger.updateAll(
    "target",
    targets.map((target) => [target, fed(target, kind, ids)]),
  );
  const problem = routingProblem(await readTargets(ledger.db, ledger.libraryId, sessionId));
  if (problem) throw new Refusal(409, problem.code, sayRoutingProblem(problem), { field: "fedBy" });
  return targets;
}

export const addGroup = carryOut(shape, async (ledger, input) => {
  const { sessionId, kind, name, names = [name!] } = input;
  await requireSession(ledger, sessionId);
  const present = await readTargets(ledger.db, ledger.libraryId, sessionId);
  if (kind === "output" && (names.length > 1 || present.some((target) => target.kind === "output")))
    throw oneOutput();
  const places = generateNKeysBetween(await lastTargetPlace(ledger, sessionId), null, names.length);
  const made = await ledger.insertAll(
    "target",
    names.map((called, i) => ({
      ...bareTarget,
      id: newId(),
      sessionId,
      kind,
      name: called,
      position: places[i],
      chain: emptyChain(mediumOfKind(kind)),
    })),
  );
  const ids = made.map(({ id }) => id);
  const feeding = await feed(ledger, input, ids);
  const what =
    names.length === 1
      ? `the ${kind} “${names[0]}”`
      : `the ${kindPlural(kind)} ${names.map((one) => `“${one}”`).join(", ")}`;
  return {
    summary: `added ${what}${feeding.length > 0 ? `, fed by ${countTargets(feeding)}` : ""}`,
    result: { targetId: ids[0], targetIds: ids },
  };
});
