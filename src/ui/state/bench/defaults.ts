import { saySetting } from "@/core/chain/describe";
import type { Chain, EffectSetting } from "@/core/chain/model";
import type { EffectDefinition } from "@/core/effects/define";
import type { Replica } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import { bareSetting } from "@/core/search/bare-effects";

export interface Defaults {
  /** The chosen beginning of an effect, in words, if it still is that effect alone. */
  wordsOf(effect: string): string | undefined;
  /** An effect as it is when it is newly added. */
  beginning(effect: EffectDefinition): EffectSetting;
  /** The values that the member chose for it; undefined where it is a card, or nothing. */
  ownOf(effect: string): EffectSetting | undefined;
}

/** The contents of cards, as far as they are here. */
interface Contents {
  peek(fingerprint: string): { readonly chain?: Chain } | undefined;
}

/** The beginning of an effect: a card of it alone, or values. */
type Beginning = CardHead | EffectSetting;

export const isCard = (beginning: Beginning): beginning is CardHead => "fingerprint" in beginning;

/** What a member's effects begin as, one an effect. */
export const beginningsOf = ({ effectDefault, card }: Pick<Replica, "effectDefault" | "card">): Beginning[] =>
  [...effectDefault.values()].flatMap(({ effect, cardId, setting }): Beginning[] => {
    if (setting) return [setting];
    const one = cardId === null ? undefined : card.get(cardId);
    return one?.effects.length === 1 && one.effects[0] === effect ? [one] : [];
  });

/** The settings that effects begin with: the member's values, a card's, where its content is here, else the effect's own. */
export const defaultsOf = (all: readonly Beginning[], contents: Contents): Defaults => {
  const beginnings = new Map(all.map((one) => [isCard(one) ? one.effects[0] : one.effect, one]));
  const ownOf = (effect: string) => {
    const one = beginnings.get(effect);
    return one && !isCard(one) ? one : undefined;
  };
  return {
    ownOf,
    wordsOf(effect) {
      const one = beginnings.get(effect);
      return one && (isCard(one) ? `begins as “${one.name}”` : `begins with ${saySetting(one)}`);
    },
    beginning(effect) {
      const one = beginnings.get(effect.id);
      const chosen = one && (isCard(one) ? contents.peek(one.fingerprint)?.chain?.settings[0] : one);
      return chosen ?? bareSetting(effect);
    },
  };
};
