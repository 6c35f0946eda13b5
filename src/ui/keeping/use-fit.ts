import { useMemo, useState } from "react";
import { fitOfChain, fittedAs, suggestedEnds } from "@/core/chain/keyframes";
import type { Chain } from "@/core/chain/model";
import type { FitValue } from "./fit-choice";

/** How a chain's keyframes shall fit, and the chain that does so; `value` is null where it has none. */
export function useFit(chain: Chain) {
  const first = useMemo((): FitValue | null => {
    const motion = fitOfChain(chain);
    if (!motion) return null;
    const { way, opening, closing } = motion;
    // Ends that nobody has set yet are where the keyframes say.
    return { way, ...(opening[0] === 0 && closing[0] === 0 ? suggestedEnds(chain) : { opening, closing }) };
  }, [chain]);
  const [chosen, choose] = useState<FitValue | null>(null);
  const value = chosen ?? first;
  const fitted = useMemo(
    () => (value ? fittedAs(chain, value.way, value.opening, value.closing) : chain),
    [chain, value],
  );
  return { value, choose, fitted };
}
