import { fold } from "../text/fold";
import type { Target } from "./entities/target";

/*
 * Files that were recorded or photographed in one go are named alike but for a number: `Gull 1`, `gull_0002.jpg`,
 * `Narration, take 3`. Targets of such names, of one kind and medium, get the same card (common practice, no source).
 */

type Named = Pick<Target, "id" | "name" | "kind"> & { readonly chain: Pick<Target["chain"], "medium"> };

const ending = /\.[a-z][a-z0-9]{1,4}$/;
/** As programs mark a second file of the same name. */
const copy = /(?:\s*\(\d+\)|[\s_-]+copy(?:\s*\d+)?)$/;
/** The last number of a name, with the letter of a part behind it, as in `12b`. */
const lastNumber = /\d+\p{L}?(?=\P{N}*$)/u;
const separators = /[\s_.,;:–—-]+/g;

/** A name without the number of the one take, and whether it had one. */
function stemOf(name: string): { readonly stem: string; readonly isNumbered: boolean } {
  const bare = fold(name).trim().replace(ending, "").replace(copy, "");
  const stem = bare.replace(lastNumber, " # ");
  return { stem: stem.replace(separators, " ").trim(), isNumbered: stem !== bare };
}

function groupBy<T>(all: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return [...groups.values()];
}

const wordOf = (stem: string): string => stem.split(" ", 1)[0];

function grouped(targets: readonly Named[]): string[][] {
  const at = new Map(targets.map(({ id }, i) => [id, i]));
  const stems = targets.map(({ id, name, kind, chain }) => ({
    id,
    place: `${chain.medium} ${kind}`,
    ...stemOf(name),
  }));
  const byStem = groupBy(stems, ({ place, stem }) => `${place} ${stem}`);
  const isGroup = (group: typeof stems) => group.length > 1 && group[0].isNumbered;
  const left = byStem.filter((group) => !isGroup(group)).flat();
  return [...byStem.filter(isGroup), ...groupBy(left, ({ place, stem }) => `${place} ${wordOf(stem)}`)]
    .map((group) => group.map(({ id }) => id).sort((a, b) => at.get(a)! - at.get(b)!))
    .sort(([a], [b]) => at.get(a)! - at.get(b)!);
}

/** Groups by the list they were computed of: they are asked for again whenever something else of the bench changes. */
const known = new WeakMap<readonly Named[], string[][]>();

/**
 * The groups of targets that are named alike, in the order of their first ones; each target is in just one. Names without
 * a number, and numbered ones that are alone with their name, go by their first word.
 */
export function namedAlike(targets: readonly Named[]): string[][] {
  const groups = known.get(targets) ?? grouped(targets);
  known.set(targets, groups);
  return groups;
}

/**
 * The ids to select next: all targets that are named like the leading one, which leads them; where they are selected
 * already, the next group of several, from the last on the first one again. Null where there is nothing to go to.
 */
export function nextNamedAlike(
  targets: readonly Named[],
  selected: readonly string[],
  lead: string | null,
): { readonly ids: readonly string[]; readonly isNext: boolean } | null {
  const groups = namedAlike(targets);
  const at = groups.findIndex((group) => lead !== null && group.includes(lead));
  if (lead === null || at < 0) return null;
  const own = groups[at];
  const chosen = new Set(selected);
  const isSelected = chosen.size === own.length && own.every((id) => chosen.has(id));
  if (!isSelected) return { ids: [lead, ...own.filter((id) => id !== lead)], isNext: false };
  const others = [...groups.slice(at + 1), ...groups.slice(0, at)];
  const next = others.find((group) => group.length > 1);
  return next ? { ids: next, isNext: true } : null;
}
