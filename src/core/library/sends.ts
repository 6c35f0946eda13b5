import { chainText } from "../chain/fingerprint";
import type { Chain } from "../chain/model";
import type { Target } from "./entities/target";

/** Returns that one target is sent to. */
export const mostSends = 16;
/** What a send's level can be, in dB. */
export const levelRange = { least: -60, most: 12 } as const;

/** The level of a send for a strength: 100 % is 0 dB, half of it −6.02 dB (20 log₁₀), nothing the least level. */
export const levelOf = (strength: number): number =>
  Math.max(levelRange.least, Math.round(2000 * Math.log10(Math.max(0, strength) / 100)) / 100);

/** What a return is for: a card, or settings by themselves. */
interface ForReturn {
  readonly chain: Chain;
  readonly cardId: string | null;
}

/**
 * The return of a session that does this already: the one of the same card, also where that was changed on it by hand;
 * of settings by themselves, one that has just these and is of no card.
 */
export const returnFor = (targets: readonly Target[], { chain, cardId }: ForReturn): Target | undefined => {
  const wanted = cardId === null ? chainText(chain) : "";
  return targets.find(
    (t) =>
      t.kind === "return" &&
      (cardId === null ? t.cardId === null && chainText(t.chain) === wanted : t.cardId === cardId),
  );
};
