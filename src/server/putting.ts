import { generateKeyBetween } from "fractional-indexing";
import { v7 as newId } from "uuid";
import { effectName } from "@/core/chain/describe";
import { longestChain, type Chain } from "@/core/chain/model";
import { putOn, wayOf, waysFor, type WayId } from "@/core/chain/ways";
import type { Target } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { routingProblem, sayRoutingProblem } from "@/core/library/routing";
import { levelOf, mostSends, returnFor } from "@/core/library/sends";
import { count, countTargets, openName, sayPiece } from "@/core/library/words";
import { longestName } from "@/core/text/names";
import type { Ledger } from "@/db/ledger";
import { readTargets } from "@/db/replica";
import { placesAmong } from "./places";
import { notFound, Refusal } from "./refusal";
import { requireRow } from "./rows";

/** Something that is put on targets: a card's content, or settings by themselves. */
export interface Put {
  /** As everybody who sees the session may read it, in quotes where it is a name. */
  readonly said: string;
  /** What a target that is made for it is called. */
  readonly name: string;
  readonly chain: Chain;
  /** Null for settings by themselves. */
  readonly pin: Pick<Target, "cardId" | "cardVersion"> | null;
}

interface Putting {
  readonly sessionId: string;
  readonly targets: readonly Target[];
  /** Of one medium, at least one. In a chain they follow each other; on returns each has its own. */
  readonly puts: readonly Put[];
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** Percent. */
  readonly strength: number;
}

/** A card's content as something to put on; its current one where no version is named. */
export async function cardToPut(ledger: Ledger, cardId: string, contentVersion?: number): Promise<Put> {
  const card = await requireRow(ledger, "card", cardId);
  const cardVersion = contentVersion ?? card.contentVersion;
  const content = await ledger.content(cardId, cardVersion);
  if (!content) throw notFound("version of the card");
  const chain = JSON.parse(content.chainText) as Chain;
  return {
    said: openName(card),
    // The session is everybody's, the name of a private card is not.
    name: card.layer === "private" ? effectName(chain.settings[0]?.effect ?? "") : card.name,
    chain,
    pin: { cardId, cardVersion },
  };
}

const nameOfAll = (puts: readonly Put[]): string =>
  puts.length === 1 && puts[0].pin
    ? puts[0].said
    : count(
        puts.reduce((sum, { chain }) => sum + chain.settings.length, 0),
        "setting",
      );

/** Onto the targets' own chains. Returns those that changed. */
async function ontoChains(
  ledger: Ledger,
  { targets, puts, how, at, strength }: Putting,
): Promise<readonly Target[]> {
  const chain = { medium: puts[0].chain.medium, settings: puts.flatMap((put) => put.chain.settings) };
  // Several cards in one chain are no card's content.
  const pin = puts.length === 1 ? puts[0].pin : null;
  const unpinned = how === "replace" ? { cardId: null, cardVersion: null } : {};
  const sets = targets.flatMap((target): [Target, Partial<Target>][] => {
    const next = putOn(target.chain, chain, how, at);
    if (next.settings.length > longestChain)
      throw new Refusal(
        409,
        "long-chain",
        `The chain on “${target.name}” would have more than ${longestChain} settings.`,
      );
    // Where nothing is missing the target is not said to have it from this card.
    if (how === "missing" && next.settings.length === target.chain.settings.length) return [];
    return [
      [
        target,
        {
          chain: next,
          strength: wayOf(how).keepsStrength ? target.strength : strength,
          ...(pin ?? unpinned),
        },
      ],
    ];
  });
  if (sets.length === 0)
    throw new Refusal(
      409,
      "nothing-missing",
      `Every effect of ${nameOfAll(puts)} is on ${countTargets(targets)} already.`,
    );
  await ledger.updateAll("target", sets);
  return sets.map(([target]) => target);
}

const besides = { muted: false, soloed: false, sends: [], strength: 100 } as const;

/** Onto returns that are fed by the targets; what is there already is not made again, whatever its level. */
async function ontoReturns(ledger: Ledger, { sessionId, targets, puts, strength }: Putting): Promise<void> {
  const all = (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition);
  const known = [...all];
  let last = all.at(-1)?.position ?? null;
  const [made, returns]: [Omit<Target, "version">[], string[]] = [[], []];
  for (const { name, chain, pin } of puts) {
    const there = returnFor(known, { chain, cardId: pin?.cardId ?? null });
    if (there) returns.push(there.id);
    else {
      last = generateKeyBetween(last, null);
      const fresh: Omit<Target, "version"> = {
        ...besides,
        id: newId(),
        sessionId,
        kind: "return",
        name: name.slice(0, longestName),
        mediaId: null,
        position: last,
        feedsId: null,
        at: 0,
        chain,
        ...(pin ?? { cardId: null, cardVersion: null }),
      };
      made.push(fresh);
      known.push({ ...fresh, version: 1 });
      returns.push(fresh.id);
    }
  }
  if (made.length > 0) await ledger.insertAll("target", made);
  const level = levelOf(strength);
  const sets = targets.map((target): [Target, Partial<Target>] => {
    const fed = new Set(target.sends.map(({ to }) => to));
    const added = [...new Set(returns)].filter((to) => !fed.has(to)).map((to) => ({ to, level }));
    return [target, { sends: [...target.sends, ...added] }];
  });
  const full = sets.find(([, { sends }]) => sends!.length > mostSends);
  if (full)
    throw new Refusal(
      409,
      "many-sends",
      `“${full[0].name}” would be sent to more than ${mostSends} returns.`,
      {
        hint: "Take one of its sends away first.",
      },
    );
  await ledger.updateAll("target", sets);
  const problem = routingProblem(await readTargets(ledger.db, ledger.libraryId, sessionId));
  if (problem)
    throw new Refusal(409, problem.code, sayRoutingProblem(problem), {
      hint: "Choose other targets to feed the return.",
    });
}

/** Onto copies that begin when the originals do, and go where these go. */
async function ontoCopies(ledger: Ledger, putting: Putting): Promise<void> {
  const { sessionId, targets, puts } = putting;
  const group = targets.find(({ mediaId }) => mediaId === null);
  if (group)
    throw new Refusal(409, "nothing-to-copy", `“${group.name}” has no material of its own to copy.`, {
      hint: "Put the card on a return instead, or on what feeds it.",
    });
  const settings = puts.flatMap(({ chain }) => chain.settings);
  const pin = puts.length === 1 ? puts[0].pin : null;
  let all = (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition);
  const moved = new Map<string, string>();
  const copies = targets.map((target): Target => {
    const behind = all.findIndex(({ id }) => id === target.id) + 1;
    const { positions, others } = placesAmong(all, behind);
    const copy: Target = {
      ...target,
      ...besides,
      id: newId(),
      version: 1,
      name: `${target.name}, ${puts.map(({ name }) => name).join(", ")}`.slice(0, longestName),
      position: positions[0],
      chain: { medium: target.chain.medium, settings },
      ...(pin ?? { cardId: null, cardVersion: null }),
    };
    for (const [id, position] of others) moved.set(id, position);
    all = [...all.slice(0, behind), copy, ...all.slice(behind)].map((one) => ({
      ...one,
      position: others.get(one.id) ?? one.position,
    }));
    return copy;
  });
  const placeOf = new Map(all.map(({ id, position }) => [id, position]));
  await ledger.insertAll(
    "target",
    copies.map((copy) => ({ ...copy, position: placeOf.get(copy.id)! })),
  );
  const others = await ledger.readAll(
    "target",
    [...moved.keys()].filter((id) => !copies.some((c) => c.id === id)),
  );
  await ledger.updateAll(
    "target",
    [...others.values()].map((row) => [row, { position: placeOf.get(row.id)! }]),
  );
}

/** Puts cards or settings on targets. Returns the targets that they came onto, and what was done in words. */
export async function put(
  ledger: Ledger,
  putting: Putting,
): Promise<{ readonly changed: readonly Target[]; readonly summary: string }> {
  const { targets, puts, how } = putting;
  const wrong = targets.find(({ chain }) => puts.some((put) => put.chain.medium !== chain.medium));
  const [{ chain }] = puts;
  if (wrong)
    throw new Refusal(
      409,
      "other-medium",
      `${puts.length === 1 ? puts[0].said : "This"} is for ${chain.medium}; “${wrong.name}” is ${wrong.chain.medium}.`,
    );
  if (!waysFor(chain.medium).includes(how))
    throw new Refusal(
      409,
      "other-medium",
      `There is no mix that ${sayPiece(chain.medium)} could be beside.`,
      {
        field: "how",
        hint: "Put it on the chain.",
      },
    );
  const { beside, said } = wayOf(how);
  let changed = targets;
  if (beside === "return") await ontoReturns(ledger, putting);
  else if (beside === "copy") await ontoCopies(ledger, putting);
  else changed = await ontoChains(ledger, putting);
  const where = countTargets(changed);
  const summary =
    beside === "return" && puts.length > 1
      ? `${count(puts.length, "return")} fed by ${where}`
      : `${nameOfAll(puts)} ${said} ${where}`;
  return { changed, summary };
}
