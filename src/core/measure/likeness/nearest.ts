import type { Chain } from "../../chain/model";
import type { ComparedMedium } from "../../media";
import type { Apart } from "./define";
import { likeness } from "./index";

/** The nearest of some, and how far away each is; see `Likeness.imprintsApart`. */
export function mostAlike(
  medium: ComparedMedium,
  imprint: ArrayLike<number>,
  others: Iterable<readonly [id: string, imprint: ArrayLike<number>]>,
  count: number,
): { readonly id: string; readonly apart: Apart }[] {
  const { imprintsApart } = likeness[medium];
  return keepNearest(
    count,
    (function* () {
      for (const [id, other] of others) yield { id, apart: imprintsApart(imprint, other) };
    })(),
    ({ apart }) => apart.total,
  );
}

/** The first of some by a distance, in order; of those as far away the one that came first. */
function keepNearest<T>(count: number, all: Iterable<T>, far: (one: T) => number): T[] {
  const kept: { readonly one: T; readonly far: number }[] = [];
  for (const one of all) {
    const distance = far(one);
    if (kept.length === count && !(distance < kept[count - 1].far)) continue;
    const place = kept.findIndex((k) => distance < k.far);
    kept.splice(place < 0 ? kept.length : place, 0, { one, far: distance });
    if (kept.length > count) kept.pop();
  }
  return kept.map(({ one }) => one);
}

/** Strengths that are looked at first, in percent. */
const coarse = [50, 100];
const finer = [20, 40, 60, 80, 100];

/**
 * The ids of those chains that are worth rendering to bring a material near to another: by what their imprints say
 * becomes of its figures.
 */
export function worthRendering(
  medium: ComparedMedium,
  { have, want }: { readonly have: Float32Array; readonly want: Float32Array },
  imprints: Iterable<readonly [id: string, imprint: ArrayLike<number>]>,
  count: number,
): string[] {
  const { after, apart } = likeness[medium];
  return keepNearest(
    count,
    (function* () {
      for (const [id, imprint] of imprints)
        yield {
          id,
          far: Math.min(...coarse.map((strength) => apart(after(have, imprint, strength), want).total)),
        };
    })(),
    ({ far }) => far,
  ).map(({ id }) => id);
}

/** A chain at the strength, in percent, with which its result comes nearest. */
export interface Near {
  readonly id: string;
  readonly strength: number;
  readonly apart: Apart;
}

export interface NearestTask {
  readonly medium: ComparedMedium;
  readonly want: Float32Array;
  readonly chains: ReadonlyMap<string, Chain>;
  /** How many of them are looked at closely. */
  readonly closely: number;
  /** How far the material is from the reference by itself: what comes no nearer is left out. */
  readonly untouched: number;
  /** Told of those that are nearest so far, before they are looked at closely. */
  soFar?(near: readonly Near[]): void;
  /** The figures of what a chain makes of the material at a strength; null where it cannot be rendered. */
  render(chain: Chain, strength: number): Promise<Float32Array | null>;
}

/** The share of the distance that a card has to take away to be worth naming. */
const leastGain = 0.02;

/** Golden section. */
const golden = (Math.sqrt(5) - 1) / 2;

/**
 * Which chains bring a material nearest to a reference, at which strength: all are rendered at two strengths, the best
 * again at five, and from the best of these on the strength is narrowed to whole percents by golden section (Kiefer,
 * Proc. AMS 4, 1953); it finds the best one where the distance has one valley there.
 */
export async function nearest(task: NearestTask): Promise<Near[]> {
  const { medium, want, chains, closely, untouched, render } = task;
  const { apart } = likeness[medium];
  /** What is known of each chain, by strength. */
  const known = new Map<string, Map<number, Apart>>();
  async function look(id: string, strength: number): Promise<number> {
    const of = known.get(id) ?? new Map<number, Apart>();
    known.set(id, of);
    if (!of.has(strength)) {
      const figures = await render(chains.get(id)!, strength);
      if (!figures) return Infinity;
      of.set(strength, apart(figures, want));
    }
    return of.get(strength)!.total;
  }
  const best = (id: string): Near | null => {
    let found: Near | null = null;
    for (const [strength, at] of known.get(id) ?? [])
      if (!found || at.total < found.apart.total) found = { id, strength, apart: at };
    return found;
  };
  for (const id of chains.keys()) for (const strength of coarse) await look(id, strength);
  const few = keepNearest(
    closely,
    [...chains.keys()].flatMap((id) => best(id) ?? []),
    (near) => near.apart.total,
  );
  const nearer = ({ apart: { total } }: Near) => total < untouched * (1 - leastGain);
  task.soFar?.(few.filter(nearer));
  for (const { id } of few) {
    for (const strength of finer) await look(id, strength);
    const middle = best(id)!.strength;
    let [low, high] = [Math.max(1, middle - 20), Math.min(100, middle + 20)];
    let [a, b] = [Math.round(high - golden * (high - low)), Math.round(low + golden * (high - low))];
    while (high - low > 2) {
      if ((await look(id, a)) <= (await look(id, b))) high = b;
      else low = a;
      [a, b] = [Math.round(high - golden * (high - low)), Math.round(low + golden * (high - low))];
      if (a >= b) break;
    }
    for (let strength = low; strength <= high; strength++) await look(id, strength);
  }
  return keepNearest(closely, few.map(({ id }) => best(id)!).filter(nearer), (near) => near.apart.total);
}
