import type { Chain, EffectSetting } from "@/core/chain/model";
import type { EffectDefinition } from "@/core/effects/define";
import type { Replica } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import { bareSetting } from "@/core/search/bare-effects";

export interface Defaults {
  /** The card that an effect begins as, if the member chose one that still is that effect alone. */
  cardOf(effect: string): CardHead | undefined;
  /** An effect as it is when it is newly added. */
  beginning(effect: EffectDefinition): EffectSetting;
}

/** The contents of cards, as far as they are here. */
interface Contents {
  peek(fingerprint: string): { readonly chain?: Chain } | undefined;
}

/** The cards that a member's effects begin as, by effect. */
export function cardsOfEffects({ effectDefault, card }: Pick<Replica, "effectDefault" | "card">) {
  const found = new Map<string, CardHead>();
  for (const { effect, cardId } of effectDefault.values()) {
    const one = card.get(cardId);
    if (one?.effects.length === 1 && one.effects[0] === effect) found.set(effect, one);
  }
  return found;
}

/** The settings that effects begin with: a card's, where its content is here, else the effect's own. */
export const defaultsOf = (cards: ReadonlyMap<string, CardHead>, contents: Contents): Defaults => ({
  cardOf: (effect) => cards.get(effect),
  beginning(effect) {
    const one = cards.get(effect.id);
    return (one && contents.peek(one.fingerprint)?.chain?.settings[0]) ?? bareSetting(effect);
  },
});
