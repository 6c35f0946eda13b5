import { count } from "../../library/words";
import { pathOf } from "../../library/tree";
import { aboutOne, cardsInUse, isOurs } from "../cards";
import type { Finding, Found, Look } from "../define";

/** Neighbours of which at least this share must have a tag that a card is offered. */
const shareOfNeighbours = 0.5;
const fewestNeighbours = 3;
/** Cards that are tagged at once: each may be given several tags. */
const mostAtOnce = 2000;

/** How many cards of a folder have tags, and how many have each. */
interface FolderTags {
  total: number;
  readonly tags: Map<string, number>;
}

/** Asked at every step through the list, and the same as long as the library is. */
const known = new WeakMap<Look, Map<string, FolderTags>>();

function tagsByFolder(look: Look): Map<string, FolderTags> {
  let folders = known.get(look);
  if (folders) return folders;
  known.set(look, (folders = new Map()));
  for (const { folderId, tagIds } of cardsInUse(look)) {
    if (folderId === null || tagIds.length === 0) continue;
    const of = folders.get(folderId) ?? { total: 0, tags: new Map<string, number>() };
    of.total++;
    for (const id of tagIds) of.tags.set(id, (of.tags.get(id) ?? 0) + 1);
    folders.set(folderId, of);
  }
  return folders;
}

/** The tags that most cards of their folders have, with those that lack them. */
function tagsFor(found: readonly Found[], look: Look): Map<string, string[]> {
  const folders = tagsByFolder(look);
  const lacking = new Map<string, string[]>();
  for (const { ids } of found) {
    const of = folders.get(look.replica.card.get(ids[0])?.folderId ?? "");
    if (!of || of.total < fewestNeighbours) continue;
    for (const [tagId, have] of of.tags)
      if (have >= shareOfNeighbours * of.total && look.replica.tag.has(tagId))
        lacking.set(tagId, [...(lacking.get(tagId) ?? []), ids[0]]);
  }
  return lacking;
}

export const untagged: Finding = {
  id: "untagged",
  title: "Without tags",
  why: "Searches by tag pass them by.",
  of: "card",
  find: (look) =>
    [...cardsInUse(look)].filter((card) => card.tagIds.length === 0 && isOurs(card)).map(aboutOne),
  says: () => "no tags",
  remedies: [
    {
      id: "tag-alike",
      most: mostAtOnce,
      words(found, look) {
        const tags = tagsFor(found, look);
        if (found.length === 1)
          return `Tag it ${Array.from(tags.keys(), (id) => `“${pathOf(look.replica.tag, id)}”`).join(", ")}, as its folder's cards are`;
        return `Tag ${count(new Set([...tags.values()].flat()).size, "card")} as their folders' cards are`;
      },
      steps: (found, look) =>
        Array.from(tagsFor(found, look), ([tagId, cardIds]) => ({
          command: "tag-cards",
          input: { cardIds, tagId, on: true },
        })),
    },
  ],
};
