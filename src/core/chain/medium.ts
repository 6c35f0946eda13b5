import { findEffect } from "../effects/registry";
import { goesOn, type Medium } from "../media";
import { chainText } from "./fingerprint";
import type { Chain } from "./model";

/** The same settings as a chain of another medium that they go on. */
export const chainOn = (chain: Chain, medium: Medium): Chain =>
  chain.medium === medium ? chain : { ...chain, medium };

/** True where two chains are the same settings, whichever of its media each is for. */
export const sameSettings = (a: Chain, b: Chain): boolean => chainText(chainOn(a, b.medium)) === chainText(b);

/**
 * A chain as one of the medium that all of its effects are of: a look that was made on a clip, of nothing but effects of
 * pictures, is a look for pictures, which goes on clips too. An effect that is not known here keeps it what it is.
 */
export function narrowest(chain: Chain): Chain {
  const media = new Set(chain.settings.map(({ effect }) => findEffect(effect)?.medium));
  const [medium] = media;
  return media.size === 1 && medium && goesOn(medium, chain.medium) ? chainOn(chain, medium) : chain;
}
