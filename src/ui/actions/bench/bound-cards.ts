import { goesOn } from "@/core/media";
import { placedAt } from "@/core/chain/ways";
import { boundOn, keysOfThings } from "@/core/library/bindings";
import { findScope } from "../../state/places";
import { countTargets } from "@/core/library/words";
import type { Action, ActionFamily } from "../action";
import type { BenchHere } from "./here";

/** What the member's keys put on, as far as it fits what is selected, and the saved searches and folders that they open. */
export const boundCards: ActionFamily<BenchHere> = {
  each: ({ replica, cards, lead, selected }) => {
    const bound = boundOn(replica.keyBinding.values(), lead?.chain.medium);
    return [...keysOfThings(bound.values())]
      .sort(([, [a]], [, [b]]) => (a < b ? -1 : 1))
      .flatMap(([id, keys]): Action<BenchHere>[] => {
        const card = cards.get(id);
        const scope = card ? undefined : findScope(id, replica);
        if (scope)
          return [
            {
              id: `search.open ${scope.id}`,
              words: `Find within “${scope.name}”`,
              short: `within ${scope.name}`,
              keys,
              on: ["target"],
              strip: true,
              run: (here) => here.find(scope.id),
            },
          ];
        if (!card || !lead || !goesOn(card.medium, lead.chain.medium)) return [];
        return [
          {
            id: `card.apply ${id}`,
            words: `Put “${card.name}” on ${countTargets(selected)}`,
            short: selected.length > 1 ? `${card.name} on ${countTargets(selected)}` : card.name,
            keys,
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
      });
  },
};
