import { placedAt } from "@/core/chain/ways";
import { findScope } from "../../library/places";
import { countTargets } from "@/core/library/words";
import type { Action, ActionFamily } from "../action";
import type { BenchHere } from "./here";

/** The keys that the member has bound: to cards, as far as these fit what is selected, and to saved searches and folders. */
export const boundCards: ActionFamily<BenchHere> = {
  each: ({ replica, cards, lead, selected }) =>
    [...replica.keyBinding.values()]
      .sort((a, b) => (a.key < b.key ? -1 : 1))
      .flatMap(({ key, cardId, searchId, folderId }): Action<BenchHere>[] => {
        const scope = cardId === null ? findScope((searchId ?? folderId)!, replica) : undefined;
        if (scope)
          return [
            {
              id: `search.open ${scope.id}`,
              words: `Find within “${scope.name}”`,
              short: `within ${scope.name}`,
              keys: [key],
              on: ["target"],
              strip: true,
              run: (here) => here.find(scope.id),
            },
          ];
        const card = cardId === null ? undefined : cards.get(cardId);
        if (!card || card.medium !== lead?.chain.medium) return [];
        return [
          {
            id: `card.apply ${cardId}`,
            words: `Put “${card.name}” on ${countTargets(selected)}`,
            short: selected.length > 1 ? `${card.name} on ${countTargets(selected)}` : card.name,
            keys: [key],
            on: ["target"],
            strip: true,
            run: ({ bench, way, setting, open }) =>
              bench.apply(card, {
                ...placedAt(way, open ?? setting),
                strength: 100,
                keys: 1,
              }),
          },
        ];
      }),
};
