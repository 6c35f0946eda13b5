import { generateKeyBetween, generateNKeysBetween } from "fractional-indexing";

interface Placed {
  readonly id: string;
  readonly position: string;
}

/** Indexes grow where rows are put between the same two again and again; beyond this all siblings are given new ones. */
const longestPlace = 120;

/** A place after the last of the siblings. Pre: they are in their order. */
export const lastPlace = (siblings: readonly { position: string }[]): string =>
  generateKeyBetween(siblings.at(-1)?.position ?? null, null);

/**
 * Places for so many rows among their siblings, before the one at `at`, and the places of those siblings that must make
 * room: none, but where two have the same place or where there is no room left. Pre: the siblings are in their order,
 * without the rows themselves; 0 ≤ at ≤ their number.
 */
export function placesAmong(
  siblings: readonly Placed[],
  at: number,
  count = 1,
): { readonly positions: readonly string[]; readonly others: ReadonlyMap<string, string> } {
  const before = siblings[at - 1]?.position ?? null;
  let end = at;
  while (end < siblings.length && before !== null && siblings[end].position <= before) end++;
  const places = generateNKeysBetween(before, siblings[end]?.position ?? null, count + end - at);
  if (places.every((place) => place.length <= longestPlace))
    return {
      positions: places.slice(0, count),
      others: new Map(places.slice(count).map((place, i) => [siblings[at + i].id, place])),
    };
  const anew = generateNKeysBetween(null, null, siblings.length + count);
  return {
    positions: anew.slice(at, at + count),
    others: new Map(siblings.map(({ id }, i) => [id, anew[i < at ? i : i + count]])),
  };
}
