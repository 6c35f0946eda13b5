import { formatPath } from "../text/names";
import type { CardHead } from "./entities";
import { namesDown, treeRows, upwards, type Branch } from "./tree";

/** A branch of one tree as one of the other, with the cards that come to it. */
export interface Turned {
  /** Where it is to be in the other tree. */
  readonly path: string;
  readonly cardIds: readonly string[];
}

type Rows = ReadonlyMap<string, Branch>;

/**
 * A folder and those below it as tags, or a tag and those below it as folders: each with the cards that lie in it or have it by
 * itself, in the order of the tree; those without cards are left out. The path begins with the branch's own name, not with
 * what it lies in. `of` says where a card lies.
 */
export function turned(
  rows: Rows,
  id: string,
  cards: Iterable<CardHead>,
  of: (card: CardHead) => readonly string[],
): Turned[] {
  const depth = upwards(rows, id).length - 1;
  const inside = treeRows(rows).filter(({ row }) => upwards(rows, row.id).includes(id));
  const lying = new Map<string, string[]>(inside.map(({ row }) => [row.id, []]));
  for (const card of cards)
    if (!card.withdrawn && card.ownerId === null) for (const one of of(card)) lying.get(one)?.push(card.id);
  return inside.flatMap(({ row }) => {
    const cardIds = lying.get(row.id)!;
    return cardIds.length > 0 ? [{ path: formatPath(namesDown(rows, row.id).slice(depth)), cardIds }] : [];
  });
}
