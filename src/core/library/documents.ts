import { effectName } from "../chain/describe";
import type { SearchDocument } from "../search/document";
import type { Replica } from "./change";
import type { Card } from "./entities";
import { folderNames } from "./folders";

interface CardContext {
  readonly replica: Replica;
  readonly memberId: string;
  readonly ownAliases: ReadonlyMap<string, string[]>;
  readonly teamAliases: ReadonlyMap<string, string[]>;
  readonly favourites: ReadonlySet<string>;
}

/** What a member's documents are made from besides the cards, gathered once for many cards. */
export function cardContext(replica: Replica, memberId: string): CardContext {
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
export function cardDocument(card: Card, context: CardContext): SearchDocument {
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
