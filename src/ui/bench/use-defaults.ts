import { useCallback, useEffect, useMemo } from "react";
import type { EffectSetting } from "@/core/chain/model";
import type { EffectDefinition } from "@/core/effects/define";
import type { CardHead } from "@/core/library/entities";
import { bareSetting } from "@/core/search/bare-effects";
import { useDesk } from "../data/desk";

export interface Defaults {
  /** The card that an effect begins as, if the member chose one that still is that effect alone. */
  cardOf(effect: string): CardHead | undefined;
  /** An effect as it is when it is newly added. */
  beginning(effect: EffectDefinition): EffectSetting;
}

/** What the member's effects begin with; the contents of the cards that say so are fetched ahead. */
export function useDefaults(): Defaults {
  const { data, library } = useDesk();
  const { contents } = library;
  const { effectDefault, card } = data.replica;
  const cards = useMemo(() => {
    const found = new Map<string, CardHead>();
    for (const { effect, cardId } of effectDefault.values()) {
      const one = card.get(cardId);
      if (one?.effects.length === 1 && one.effects[0] === effect) found.set(effect, one);
    }
    return found;
  }, [effectDefault, card]);
  useEffect(() => {
    contents.ahead(Array.from(cards.values(), ({ fingerprint }) => fingerprint));
  }, [contents, cards]);
  const cardOf = useCallback((effect: string) => cards.get(effect), [cards]);
  const beginning = useCallback(
    (effect: EffectDefinition) => {
      const one = cards.get(effect.id);
      return (one && contents.peek(one.fingerprint)?.chain?.settings[0]) ?? bareSetting(effect);
    },
    [cards, contents],
  );
  return useMemo(() => ({ cardOf, beginning }), [cardOf, beginning]);
}
