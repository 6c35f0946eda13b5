import { goesOn } from "../media";
import { longestChain, type Chain } from "../chain/model";
import { putOn, wayOf, waysFor, type WayId } from "../chain/ways";
import { longestName, shortened } from "../text/names";
import { bareTarget, type Target } from "./entities/target";
import { lastPlace, placesAmong } from "./places";
import { routingProblem, sayRoutingProblem } from "./routing";
import { levelOf, mostSends, returnFor } from "./sends";
import { count, countTargets, sayPiece } from "./words";
import { cut } from "./cutting";
import { changedIn, requireRoom, selectedOf, type Stand } from "./stand";
import { Unfit } from "./unfit";

/** Something that is put on targets: a card's content, or settings by themselves. */
export interface Put {
  /** As everybody who sees the session may read it, in quotes where it is a name. */
  readonly said: string;
  /** What a target that is made for it is called. */
  readonly name: string;
  readonly chain: Chain;
  /** Null for settings by themselves. */
  readonly pin: Pick<Target, "cardId" | "cardVersion"> | null;
  /** The level of what is sent to its return, in dB; that of the strength, where it is left out. */
  readonly level?: number;
}

export interface Putting {
  /** At least one. In a chain they follow each other; on returns each has its own. */
  readonly puts: readonly Put[];
  readonly how: WayId;
  /** The place of the chosen setting, for the way that asks for it. */
  readonly at?: number;
  /** Percent. */
  readonly strength: number;
}

/** What has come of it. */
export interface Done {
  readonly stand: Stand;
  /** The targets that it came onto. */
  readonly onto: readonly Target[];
  /** What was done, in the words of the history. */
  readonly summary: string;
}

const bare = { cardId: null, cardVersion: null } as const;
/** What a target that is made beside others does not take over from anything. */
const besides = { muted: false, soloed: false, sends: [], strength: 100 } as const;
/** Cards that follow each other in one chain are no card's content. */
const pinOf = (puts: readonly Put[]) => (puts.length === 1 ? puts[0].pin : null);

const nameOfAll = (puts: readonly Put[]): string =>
  puts.length === 1 && puts[0].pin
    ? puts[0].said
    : count(
        puts.reduce((sum, { chain }) => sum + chain.settings.length, 0),
        "setting",
      );

/** Onto the targets' own chains. */
function ontoChains(stand: Stand, { puts, how, at, strength }: Putting): Omit<Done, "summary"> {
  const chain = { medium: puts[0].chain.medium, settings: puts.flatMap((put) => put.chain.settings) };
  const pin = pinOf(puts) ?? (how === "replace" ? bare : {});
  const targets = selectedOf(stand);
  const sets = new Map<string, Partial<Target>>();
  for (const target of targets) {
    const next = putOn(target.chain, chain, how, at);
    if (next.settings.length > longestChain)
      throw new Unfit(
        "long-chain",
        `The chain on “${target.name}” would have more than ${longestChain} settings.`,
      );
    // Where nothing is missing the target is not said to have it from this card.
    if (how === "missing" && next.settings.length === target.chain.settings.length) continue;
    sets.set(target.id, {
      chain: next,
      strength: wayOf(how).keepsStrength ? target.strength : strength,
      ...pin,
    });
  }
  if (sets.size === 0)
    throw new Unfit(
      "nothing-missing",
      `Every effect of ${nameOfAll(puts)} is on ${countTargets(targets)} already.`,
    );
  return { stand: changedIn(stand, sets), onto: targets.filter(({ id }) => sets.has(id)) };
}

/** Onto returns that are fed by the targets; what is there already is not made again, whatever its level. */
function ontoReturns(stand: Stand, { puts, strength }: Putting, newId: () => string): Stand {
  const all = [...stand.targets];
  const [{ sessionId }] = all;
  const wanted = puts.map(({ name, chain, pin, level = levelOf(strength) }) => {
    const there = returnFor(all, { chain, cardId: pin?.cardId ?? null });
    if (there) return { to: there.id, level };
    const made: Target = {
      ...bareTarget,
      id: newId(),
      version: 1,
      sessionId,
      kind: "return",
      name: shortened(name, longestName),
      position: lastPlace(all),
      chain,
      ...pin,
    };
    all.push(made);
    return { to: made.id, level };
  });
  const sets = new Map<string, Partial<Target>>();
  for (const { id, name, sends } of selectedOf(stand)) {
    const fed = new Set(sends.map(({ to }) => to));
    const added = wanted.filter(({ to }) => !fed.has(to) && fed.add(to));
    if (sends.length + added.length > mostSends)
      throw new Unfit("many-sends", `“${name}” would be sent to more than ${mostSends} returns.`, {
        hint: "Take one of its sends away first.",
      });
    if (added.length > 0) sets.set(id, { sends: [...sends, ...added] });
  }
  const next = changedIn({ ...stand, targets: all }, sets);
  const problem = routingProblem(next.targets);
  if (problem)
    throw new Unfit(problem.code, sayRoutingProblem(problem), {
      hint: "Choose other targets to feed the return.",
    });
  return next;
}

/** Onto copies that begin when the originals do, and go where these go. */
function ontoCopies(stand: Stand, { puts }: Putting, newId: () => string): Stand {
  const targets = selectedOf(stand);
  const group = targets.find(({ mediaId }) => mediaId === null);
  if (group)
    throw new Unfit("nothing-to-copy", `“${group.name}” has no material of its own to copy.`, {
      hint: "Put the card on a return instead, or on what feeds it.",
    });
  requireRoom(stand.targets.length + targets.length);
  const settings = puts.flatMap(({ chain }) => chain.settings);
  let all = [...stand.targets];
  for (const target of targets) {
    const behind = all.findIndex(({ id }) => id === target.id) + 1;
    const { positions, others } = placesAmong(all, behind);
    const copy: Target = {
      ...target,
      ...besides,
      id: newId(),
      version: 1,
      name: shortened(`${target.name}, ${puts.map(({ name }) => name).join(", ")}`, longestName),
      position: positions[0],
      chain: { medium: target.chain.medium, settings },
      ...(pinOf(puts) ?? bare),
    };
    all = [...all.slice(0, behind), copy, ...all.slice(behind)].map((one) =>
      others.has(one.id) ? { ...one, position: others.get(one.id)! } : one,
    );
  }
  return { ...stand, targets: all };
}

/**
 * Puts cards or settings on the selected targets, in one of the ways. For a way beside them the stand is all of the
 * session; else the selected ones are enough. Throws Unfit where it cannot be. Pre: something is selected and put on.
 */
export function put(stand: Stand, putting: Putting, newId: () => string): Done {
  const { puts, how } = putting;
  const targets = selectedOf(stand);
  const [{ chain }] = puts;
  const wrong = targets.find((target) => puts.some((put) => !goesOn(put.chain.medium, target.chain.medium)));
  if (wrong)
    throw new Unfit(
      "other-medium",
      `${puts.length === 1 ? puts[0].said : "This"} is for ${chain.medium}; “${wrong.name}” is ${wrong.chain.medium}.`,
    );
  const unmixed = targets.find((target) => !waysFor(target.chain.medium).includes(how));
  if (unmixed)
    throw new Unfit(
      "other-medium",
      `There is no mix that ${sayPiece(unmixed.chain.medium)} could be beside.`,
      {
        field: "how",
        hint: "Put it on the chain.",
      },
    );
  const { beside, cuts, said } = wayOf(how);
  const { stand: next, onto } = cuts
    ? ontoChains(cut(stand, newId), putting)
    : beside === "return"
      ? { stand: ontoReturns(stand, putting, newId), onto: targets }
      : beside === "copy"
        ? { stand: ontoCopies(stand, putting, newId), onto: targets }
        : ontoChains(stand, putting);
  const where = countTargets(onto);
  return {
    stand: next,
    onto,
    summary:
      beside === "return" && puts.length > 1
        ? `${count(puts.length, "return")} fed by ${where}`
        : `${nameOfAll(puts)} ${said} ${where}`,
  };
}
