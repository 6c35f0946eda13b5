import { effectName } from "../chain/describe";
import type { SearchDocument } from "./document";
import type { Replica } from "../library/change";
import type { Card, Entity } from "../library/entities";
import { folderNames } from "../library/folders";

interface CardContext {
  readonly replica: Replica;
  readonly memberId: string;
  readonly ownAliases: ReadonlyMap<string, readonly string[]>;
  readonly teamAliases: ReadonlyMap<string, readonly string[]>;
  readonly favourites: ReadonlySet<string>;
}

/** What a member's documents are made from besides the cards, gathered once for many cards. */
function cardContext(replica: Replica, memberId: string): CardContext {
  const ownAliases = new Map<string, string[]>();
  const teamAliases = new Map<string, string[]>();
  for (const alias of replica.alias.values()) {
    if (alias.ownerId !== null && alias.ownerId !== memberId) continue;
    const map = alias.ownerId === null ? teamAliases : ownAliases;
    map.set(alias.cardId, [...(map.get(alias.cardId) ?? []), alias.text]);
  }
  const favourites = new Set(Array.from(replica.favourite.values(), (f) => f.cardId));
  return { replica, memberId, ownAliases, teamAliases, favourites };
}

/** A card as this member's search index sees it. */
function cardDocument(card: Card, context: CardContext): SearchDocument {
  const own = card.authorId === context.memberId || context.favourites.has(card.id);
  return {
    id: card.id,
    name: card.name,
    ownAliases: context.ownAliases.get(card.id) ?? [],
    teamAliases: context.teamAliases.get(card.id) ?? [],
    folder: folderNames(context.replica.folder, card.folderId),
    effects: card.chain.settings.map((s) => effectName(s.effect)),
    note: card.note,
    medium: card.medium,
    fits: card.fits,
    origin: own ? 0 : card.layer === "supplied" ? 2 : 1,
  };
}

/** Rows of one entity that differ between two replicas, as they were or are. Rows are replaced, never changed. */
function* changedRows<E extends Entity>(entity: E, before: Replica, after: Replica) {
  if (before[entity] === after[entity]) return;
  for (const [id, row] of after[entity]) if (before[entity].get(id) !== row) yield row;
  for (const [id, row] of before[entity]) if (after[entity].get(id) !== row) yield row;
}

/** The folders whose path reads otherwise than before: those that are named or lie otherwise, and all that lie below them. */
function foldersOfOtherPath(before: Replica["folder"], after: Replica["folder"]): ReadonlySet<string> {
  const changed = new Set<string>();
  if (before === after) return changed;
  for (const [id, { name, parentId }] of after) {
    const was = before.get(id);
    // A card may be known before the folder that it lies in.
    if (was?.name !== name || was.parentId !== parentId) changed.add(id);
  }
  for (const id of before.keys()) if (!after.has(id)) changed.add(id);
  const found = new Set(changed);
  if (changed.size > 0)
    for (const id of after.keys()) {
      // Also below what is gone, and in a circle, which other people's changes may make for a moment.
      const above = new Set<string>();
      for (let at: string | null = id; at !== null && !above.has(at); at = after.get(at)?.parentId ?? null) {
        if (changed.has(at)) found.add(id);
        above.add(at);
      }
    }
  return found;
}

/**
 * What an index must put and remove to follow a replica: all cards in use when there was none before, else those
 * touched by the changed rows. Withdrawn cards are not in the index.
 */
export function documentChanges(
  before: Replica | null,
  after: Replica,
  memberId: string,
): { put: SearchDocument[]; remove: string[] } {
  const touched = new Set<string>(before ? [] : after.card.keys());
  if (before) {
    for (const card of changedRows("card", before, after)) touched.add(card.id);
    for (const alias of changedRows("alias", before, after)) touched.add(alias.cardId);
    for (const favourite of changedRows("favourite", before, after)) touched.add(favourite.cardId);
    const renamed = foldersOfOtherPath(before.folder, after.folder);
    if (renamed.size > 0)
      for (const card of after.card.values())
        if (card.folderId !== null && renamed.has(card.folderId)) touched.add(card.id);
  }
  const context = cardContext(after, memberId);
  const put: SearchDocument[] = [];
  const remove: string[] = [];
  for (const id of touched) {
    const card = after.card.get(id);
    if (card && !card.withdrawn) put.push(cardDocument(card, context));
    else remove.push(id);
  }
  return { put, remove };
}
