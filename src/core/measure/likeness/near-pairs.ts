import type { ComparedMedium } from "../../media";
import { likeness } from "./index";

/** Something with what it does, as an imprint. */
export interface Imprinted {
  readonly id: string;
  readonly fingerprint: string;
  /** Only those of one group are compared. */
  readonly group: string;
  readonly imprint: ArrayLike<number>;
}

export interface NearPairs {
  /** By nearness. */
  readonly pairs: readonly { readonly ids: readonly [string, string]; readonly apart: number }[];
  /** How many there was no time for. */
  readonly left: number;
}

/** Comparisons: a picture's takes ten microseconds, a sound's one. */
const mostCompared = 400_000;

/**
 * Those of each group that do nearly the same: nearer than what is told apart (`little` of their medium), without those
 * of equal content. At most so many are compared; small groups first, so that a large one keeps none of them out.
 */
export function nearPairs(medium: ComparedMedium, all: Iterable<Imprinted>, most = mostCompared): NearPairs {
  const { imprintsApart, little } = likeness[medium];
  const groups = new Map<string, Imprinted[]>();
  for (const one of all) {
    const group = groups.get(one.group);
    if (group) group.push(one);
    else groups.set(one.group, [one]);
  }
  const pairs: { ids: readonly [string, string]; apart: number }[] = [];
  let compared = 0;
  let left = 0;
  for (const group of [...groups.values()].sort((a, b) => a.length - b.length))
    for (let i = 0; i < group.length; i++) {
      if (compared + i > most) {
        left += group.length - i;
        break;
      }
      for (let j = 0; j < i; j++) {
        if (group[i].fingerprint === group[j].fingerprint) continue;
        compared++;
        const apart = imprintsApart(group[i].imprint, group[j].imprint).total;
        if (apart < little) pairs.push({ ids: [group[j].id, group[i].id], apart });
      }
    }
  return { pairs: pairs.sort((a, b) => a.apart - b.apart), left };
}
