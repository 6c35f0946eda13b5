import { fold } from "../../text/fold";
import type { CardHead } from "../../library/entities";
import { pathsOf } from "../../library/tree";
import { count } from "../../library/words";
import { cardsInUse, cardsOf } from "../cards";
import type { Finding, Found, Look, Step } from "../define";
import { freeAlias, takenAliases } from "../naming";

const withoutAlias = (found: readonly Found[], look: Look) =>
  found.flatMap((one) => cardsOf(one, look)).filter(({ id }) => look.shelf.aliasesOf(id).length === 0);

/** Most that one asking names. */
const mostAtOnce = 400;

function aliases(found: readonly Found[], look: Look): [CardHead, string][] {
  const taken = takenAliases(look);
  return withoutAlias(found, look)
    .slice(0, mostAtOnce)
    .map((card) => [card, freeAlias(card, look, taken)]);
}

export const namesakes: Finding = {
  id: "namesakes",
  title: "Same name, no alias",
  why: "By name alone it takes a look to tell them apart; an alias takes none.",
  of: "card",
  find(look) {
    const groups = new Map<string, CardHead[]>();
    for (const card of cardsInUse(look)) {
      const name = fold(card.name);
      const group = groups.get(name);
      if (group) group.push(card);
      else groups.set(name, [card]);
    }
    const found: Found[] = [];
    for (const [name, cards] of groups) {
      if (cards.length < 2) continue;
      // Variants are recalled as one.
      if (cards[0].groupId !== null && cards.every(({ groupId }) => groupId === cards[0].groupId)) continue;
      if (cards.some(({ id }) => look.shelf.aliasesOf(id).length === 0))
        found.push({ id: `${name} ${cards.length}`, ids: cards.map(({ id }) => id) });
    }
    return found;
  },
  says: (found, look) =>
    `in ${pathsOf(
      look.replica.folder,
      cardsOf(found, look).map(({ folderId }) => folderId),
    )}`,
  remedies: [
    {
      id: "name-aliases",
      most: 200,
      words(found, look) {
        const named = aliases(found, look);
        return named.length <= 3
          ? `Recall ${named.length === 1 ? "it" : "them"} by ${named.map(([, alias]) => `“${alias}”`).join(", ")}`
          : `Give ${count(named.length, "card")} a short alias each`;
      },
      steps: (found, look) =>
        aliases(found, look).map(([card, text]): Step => ({
          command: "set-alias",
          input: { cardId: card.id, text },
        })),
    },
  ],
};
