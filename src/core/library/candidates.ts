/*
 * Cards of a list that are tried one after another on the same material, until one of them is kept or none.
 */

export interface Candidates {
  /** In the order of the list; at least one. */
  readonly ids: readonly string[];
  /** What the list is, in words. */
  readonly from: string;
  /** The place of the one that is tried. */
  readonly at: number;
  /** Places that were drawn by chance since all were. */
  readonly drawn: ReadonlySet<number>;
}

/** Begins with the first of a list, or from behind with the last; null where it is empty. */
export const candidatesOf = (ids: readonly string[], from: string, by: 1 | -1): Candidates | null =>
  ids.length === 0 ? null : { ids, from, at: by > 0 ? 0 : ids.length - 1, drawn: new Set() };

/** The next or the previous one; behind the last comes the first. */
export const candidateAfter = (all: Candidates, by: number): Candidates => ({
  ...all,
  at: (((all.at + by) % all.ids.length) + all.ids.length) % all.ids.length,
});

/** The nth of the list, from 1; there may be fewer. */
export const nthCandidate = (all: Candidates, n: number): Candidates =>
  n >= 1 && n <= all.ids.length ? { ...all, at: n - 1 } : all;

/**
 * One by chance, `share` of 0…1 of the way through those that were not drawn yet; once all were, all can be again. The one
 * that is tried counts as drawn.
 */
export function drawnCandidate(all: Candidates, share: number): Candidates {
  const known = new Set(all.drawn).add(all.at);
  const drawn = known.size < all.ids.length ? known : new Set([all.at]);
  const left = all.ids.map((_, at) => at).filter((at) => !drawn.has(at));
  if (left.length === 0) return all;
  const at = left[Math.min(left.length - 1, Math.floor(share * left.length))];
  return { ...all, at, drawn: drawn.add(at) };
}

/** Only those that are still there; null where none is. */
export function presentCandidates(all: Candidates, isThere: (id: string) => boolean): Candidates | null {
  if (all.ids.every(isThere)) return all;
  const ids = all.ids.filter(isThere);
  const before = all.ids.slice(0, all.at).filter(isThere).length;
  return ids.length === 0 ? null : { ...all, ids, at: Math.min(before, ids.length - 1), drawn: new Set() };
}
