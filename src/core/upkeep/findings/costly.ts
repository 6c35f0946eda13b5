import { scoreOf } from "../../library/habit";
import type { CardHead } from "../../library/entities";
import { count } from "../../library/words";
import { cardsInUse } from "../cards";
import type { Finding, Found, Look, Step } from "../define";
import { freeAlias, takenAliases } from "../naming";

/** Cards that are looked at: the most used ones, for the others nothing is to be saved. */
const mostAsked = 60;
/** What a card costs of which nothing short is the first answer: as much as the longest that is tried, and a look. */
const unreached = 16;
/** Uses in two weeks below which a card is none that one uses. */
const leastUses = 0.5;
/** Keys in two weeks below which nobody takes the trouble. */
const leastSaved = 2;

/**
 * How often the member applies a card in two weeks, from habit's score: a use counts half after each two, so that of one in
 * every stretch of time there are as many as the sum of them times the logarithm of two.
 */
const usesInTwoWeeks = (id: string, { habitsOf, now }: Look): number =>
  Math.LN2 * habitsOf(id).reduce((sum, { score }) => sum + 2 ** (score - scoreOf(now)), 0);

export const costly: Finding = {
  id: "costly",
  title: "Cost most keys",
  why: "Cards you use that take many keys to recall; a short alias or a key of their own saves them every time.",
  of: "card",
  async find(look) {
    const used: { card: CardHead; uses: number }[] = [];
    for (const card of cardsInUse(look)) {
      const uses = usesInTwoWeeks(card.id, look);
      if (uses >= leastUses && !look.shelf.keyOf(card.id)) used.push({ card, uses });
    }
    used.sort((a, b) => b.uses - a.uses);
    const taken = takenAliases(look);
    const found: Required<Found>[] = [];
    for (const { card, uses } of used.slice(0, mostAsked)) {
      const keys = (await look.fewestKeys(card))?.keys ?? unreached;
      const alias = freeAlias(card, look, taken);
      // Begun, typed, taken.
      const saved = (keys - (alias.length + 2)) * uses;
      if (saved >= leastSaved)
        found.push({ id: card.id, ids: [card.id], figure: saved, gives: { alias, keys } });
    }
    return found.sort((a, b) => b.figure - a.figure);
  },
  says({ gives, figure }) {
    const { alias, keys } = gives!;
    return `${keys} keys now, ${alias.length + 2} by “${alias}”: saves about ${count(Math.round(figure!), "key")} in two weeks`;
  },
  remedies: [
    {
      id: "shorten",
      most: mostAsked,
      words: (found) =>
        found.length === 1
          ? `Recall it by “${found[0].gives!.alias}”`
          : `Give ${count(found.length, "card")} a short alias each`,
      steps: (found, { replica }) =>
        found
          .filter(({ ids }) => replica.card.has(ids[0]))
          .map(({ ids, gives }): Step => ({
            command: "set-alias",
            input: { cardId: ids[0], text: gives!.alias },
          })),
    },
  ],
};
