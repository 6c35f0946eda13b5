import { useMemo, useState } from "react";
import { fitOfChain, fittedAs, suggestedEnds, suggestedFit } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import type { FitValue } from "./fit-choice";

/**
 * How a chain's keyframes shall fit, and the chain that does so; `value` is null where it has none. Where nobody has chosen
 * yet the way is the suggested one, or the one that they have.
 */
export function useFit(chain: Chain, { suggests = false } = {}) {
  const first = useMemo((): FitValue | null => {
    const motion = fitOfChain(chain);
    const suggested = suggestedFit(chain);
    if (!motion || !suggested) return null;
    const { opening, closing } = motion;
    if (suggests) return suggested;
    // Ends that nobody has set yet are where the keyframes say.
    const ends = opening[0] === 0 && closing[0] === 0 ? suggestedEnds(chain) : { opening, closing };
    return { way: motion.way, ...ends };
  }, [chain, suggests]);
  const [chosen, choose] = useState<FitValue | null>(null);
  const value = chosen ?? first;
  const fitted = useMemo(
    () => (value ? fittedAs(chain, value.way, value.opening, value.closing) : chain),
    [chain, value],
  );
  return { value, choose, fitted };
}
