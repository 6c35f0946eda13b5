import { upwards, type Branch } from "./tree";

/* What tags a card has. A tag implies those it lies in, so that these are not kept beside it. */

/** Tags that a card has at most, besides those that they imply: they travel with every card. */
export const mostTags = 100;

type Tags = ReadonlyMap<string, Pick<Branch, "parentId">>;

/** The tags that some have, with those that they imply. Ids that are gone count for nothing. */
export const impliedTags = (tags: Tags, tagIds: readonly string[]): Set<string> =>
  new Set(tagIds.flatMap((id) => upwards(tags, id)));

/** Some tags without those that others of them imply, and without what is gone; in their order. */
export function leastTags(tags: Tags, tagIds: readonly string[]): string[] {
  const implied = new Set(tagIds.flatMap((id) => upwards(tags, id).slice(1)));
  return [...new Set(tagIds)].filter((id) => tags.has(id) && !implied.has(id));
}

/** The tags of a card that is given one. */
export const withTag = (tags: Tags, tagIds: readonly string[], tagId: string): string[] =>
  leastTags(tags, [...tagIds, tagId]);

/** The tags of a card from which one is taken; those that lie in it go too, since they would bring it back. */
export const withoutTag = (tags: Tags, tagIds: readonly string[], tagId: string): string[] =>
  tagIds.filter((id) => !upwards(tags, id).includes(tagId));
