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
 * One by chance, `share` of 0…1 of the way through those that were not drawn yet; once all were, all can be again but the
 * one that was drawn last. `drawn` in the order of drawing. Pre: there is at least one.
 */
export function drawFrom<T>(
  all: readonly T[],
  drawn: ReadonlySet<T>,
  share: number,
): { readonly one: T; readonly drawn: ReadonlySet<T> } {
  const last = [...drawn].at(-1);
  const fresh = all.filter((one) => !drawn.has(one));
  const again = all.filter((one) => one !== last);
  const left = fresh.length > 0 ? fresh : again.length > 0 ? again : all;
  const one = left[Math.min(left.length - 1, Math.floor(share * left.length))];
  return {
    one,
    drawn: new Set(fresh.length > 0 ? [...drawn, one] : [last, one].filter((x) => x !== undefined)),
  };
}

/** One by chance, see `drawFrom`. The one that is tried counts as drawn. */
export function drawnCandidate(all: Candidates, share: number): Candidates {
  const before = new Set([...all.drawn].filter((at) => at !== all.at)).add(all.at);
  const { one, drawn } = drawFrom(
    all.ids.map((_, at) => at),
    before,
    share,
  );
  return { ...all, at: one, drawn };
}

/** Only those that are still there; null where none is. */
export function presentCandidates(all: Candidates, isThere: (id: string) => boolean): Candidates | null {
  if (all.ids.every(isThere)) return all;
  const ids = all.ids.filter(isThere);
  const before = all.ids.slice(0, all.at).filter(isThere).length;
  return ids.length === 0 ? null : { ...all, ids, at: Math.min(before, ids.length - 1), drawn: new Set() };
}
