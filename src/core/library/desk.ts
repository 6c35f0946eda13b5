import type { Medium } from "../media";
import { fold } from "../text/fold";
import type { CardHead } from "./entities";

/* The filing desk: a pile of cards, and folders that lie open, each with a letter. */

/** Folders that lie open at once. */
export const mostOpen = 12;

const alphabet = "abcdefghijklmnopqrstuvwxyz";

/**
 * A letter for each of some folders, none twice: the first free one of the first letters of its name's words, then of the
 * name, then of the alphabet. Adding a folder at the end changes no letter. At most 26.
 */
export function lettersFor(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const folded = fold(name);
    const initials = folded.split(/[^a-z]+/).map((word) => word[0] ?? "");
    const letter = [...initials, ...folded, ...alphabet].find(
      (one) => alphabet.includes(one) && one !== "" && !taken.has(one),
    )!;
    taken.add(letter);
    return letter;
  });
}

/** The folders in which the most cards of members lie, the fullest first: by those of some media, then by all. */
export function fullestFolders(
  cards: Iterable<CardHead>,
  limit: number,
  media: ReadonlySet<Medium>,
): string[] {
  const counts = new Map<string, { alike: number; all: number }>();
  for (const { folderId, layer, withdrawn, medium } of cards) {
    if (folderId === null || layer === "supplied" || withdrawn) continue;
    const { alike, all } = counts.get(folderId) ?? { alike: 0, all: 0 };
    counts.set(folderId, { alike: alike + (media.has(medium) ? 1 : 0), all: all + 1 });
  }
  return [...counts]
    .sort(([a, n], [b, m]) => m.alike - n.alike || m.all - n.all || (a < b ? -1 : 1))
    .slice(0, limit)
    .map(([id]) => id);
}

/** A pile of cards that are gone through: those left, where one is, and what was done with which, the last one last. */
export interface Pile {
  readonly left: readonly string[];
  /** Among those left; at their number when all that is left was passed by. */
  readonly at: number;
  readonly done: readonly { readonly id: string; readonly at: number }[];
}

export const pileOf = (ids: readonly string[]): Pile => ({ left: ids, at: 0, done: [] });

/** The card on top; undefined where the pile was gone through. */
export const topOf = ({ left, at }: Pile): string | undefined => left[at];

/** The pile after a card of it was filed. */
export function filed(pile: Pile, id: string): Pile {
  const place = pile.left.indexOf(id);
  if (place < 0) return pile;
  return {
    left: pile.left.filter((one) => one !== id),
    at: place < pile.at ? pile.at - 1 : pile.at,
    done: [...pile.done, { id, at: place }],
  };
}

/** The pile with a card on top again that was filed, the last one where none is named; as it was where there is none. */
export function unfiled(pile: Pile, id = pile.done.at(-1)?.id): Pile {
  const found = pile.done.findLast((one) => one.id === id);
  if (!found) return pile;
  const at = Math.min(found.at, pile.left.length);
  return {
    left: pile.left.toSpliced(at, 0, found.id),
    at,
    done: pile.done.filter((one) => one !== found),
  };
}

/** Passes a card by, or goes back to one that was. */
export const stepped = (pile: Pile, by: 1 | -1): Pile => ({
  ...pile,
  at: Math.min(pile.left.length, Math.max(0, pile.at + by)),
});

/** Without cards that are there no more. */
export function present(pile: Pile, is: (id: string) => boolean): Pile {
  if (pile.left.every(is)) return pile;
  const before = pile.left.slice(0, pile.at).filter((id) => !is(id)).length;
  return { ...pile, left: pile.left.filter(is), at: pile.at - before };
}
