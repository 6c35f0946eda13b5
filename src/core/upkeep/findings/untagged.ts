import { count } from "../../library/words";
import { pathOf } from "../../library/tree";
import { aboutOne, cardsInUse, isOurs } from "../cards";
import type { Finding, Found, Look } from "../define";

/** Neighbours of which at least this share must have a tag that a card is offered. */
const shareOfNeighbours = 0.5;
const fewestNeighbours = 3;
/** Cards that are tagged at once: each may be given several tags. */
const mostAtOnce = 2000;

/** The tags that most cards of their folders have, with those that lack them. */
function tagsFor(found: readonly Found[], look: Look): Map<string, string[]> {
  const wanted = new Set(found.map(({ ids }) => look.replica.card.get(ids[0])?.folderId ?? null));
  const tagged = new Map<string, Map<string, number>>();
  const totals = new Map<string, number>();
  for (const { folderId, tagIds } of cardsInUse(look)) {
    if (folderId === null || tagIds.length === 0 || !wanted.has(folderId)) continue;
    totals.set(folderId, (totals.get(folderId) ?? 0) + 1);
    const tags = tagged.get(folderId) ?? new Map<string, number>();
    for (const id of tagIds) tags.set(id, (tags.get(id) ?? 0) + 1);
    tagged.set(folderId, tags);
  }
  const lacking = new Map<string, string[]>();
  for (const { ids } of found) {
    const folderId = look.replica.card.get(ids[0])?.folderId ?? null;
    const total = totals.get(folderId ?? "") ?? 0;
    if (folderId === null || total < fewestNeighbours) continue;
    for (const [tagId, have] of tagged.get(folderId)!)
      if (have >= shareOfNeighbours * total && look.replica.tag.has(tagId))
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
