import type { CardHead, CardLayer } from "../library/entities";
import type { Found, Look } from "./define";
import { longUnused } from "./define";

/** Every card in use that the member has not hidden. */
export function* cardsInUse({ replica, shelf }: Pick<Look, "replica" | "shelf">): Generator<CardHead> {
  for (const card of replica.card.values()) if (!card.withdrawn && !shelf.isHidden(card)) yield card;
}

/** The team's to change: nobody may change a supplied one, and a private one is its member's matter. */
export const isOurs = ({ layer }: CardHead): boolean => layer === "team";

/** Whose loss would be felt by more: a supplied card cannot go, and the team's does not go for one that nobody else has. */
const weight: Record<CardLayer, number> = { supplied: 2, team: 1, private: 0 };

export const aboutOne = ({ id }: CardHead): Found => ({ id, ids: [id] });

/** The cards of a matter that are still there. */
export const cardsOf = ({ ids }: Found, { replica }: Pick<Look, "replica">): CardHead[] =>
  ids.flatMap((id) => replica.card.get(id) ?? []);

/** How often the member has applied a card. */
export const usesOf = (id: string, { habitsOf }: Pick<Look, "habitsOf">): number =>
  habitsOf(id).reduce((sum, { uses }) => sum + uses, 0);

/** True where nobody has applied a card for long, though it has been there for as long. */
export function isForgotten(
  card: Pick<CardHead, "id" | "addedAt">,
  { now, usedLately, habitsOf }: Pick<Look, "now" | "usedLately" | "habitsOf">,
): boolean {
  const since = now - longUnused;
  if (usedLately === null || usedLately.has(card.id) || Date.parse(card.addedAt) > since) return false;
  return !habitsOf(card.id).some(({ lastAt }) => lastAt > since);
}

/**
 * Cards that do the same, the one first that had best stay: a supplied one, else one of the team's, and of
 * several the one used most, that can be recalled by a key or alias, that is on lists, that was there first.
 */
export function bestFirst(cards: readonly CardHead[], look: Look): CardHead[] {
  const { shelf } = look;
  const worth = (card: CardHead): number[] => [
    weight[card.layer],
    usesOf(card.id, look),
    shelf.aliasesOf(card.id).length + Number(shelf.keyOf(card.id) !== undefined),
    shelf.listsOf(card.id).length,
    -Date.parse(card.addedAt),
  ];
  return cards
    .map((card) => ({ card, worth: worth(card) }))
    .sort((a, b) => {
      const at = a.worth.findIndex((value, i) => value !== b.worth[i]);
      return at < 0 ? (a.card.id < b.card.id ? -1 : 1) : b.worth[at] - a.worth[at];
    })
    .map(({ card }) => card);
}
