import type { CardHead } from "../../library/entities";
import { bestFirst, cardsInUse, cardsOf } from "../cards";
import type { Finding } from "../define";
import { hideOthers, withdrawOthers } from "../remedies";

export const sameSettings: Finding = {
  id: "same-settings",
  title: "Same settings",
  why: "Two cards with one chain make every list longer and nothing better.",
  of: "card",
  firstStays: true,
  find(look) {
    const groups = new Map<string, CardHead[]>();
    for (const card of cardsInUse(look))
      if (look.shelf.isDouble(card.id))
        groups.set(card.fingerprint, [...(groups.get(card.fingerprint) ?? []), card]);
    return Array.from(groups)
      .filter(([, cards]) => cards.length > 1)
      .map(([fingerprint, cards]) => ({ id: fingerprint, ids: bestFirst(cards, look).map(({ id }) => id) }));
  },
  says: (found, look) =>
    `same chain as ${cardsOf(found, look)
      .slice(1)
      .map(({ name }) => `“${name}”`)
      .join(", ")}`,
  remedies: [withdrawOthers, hideOthers],
};
