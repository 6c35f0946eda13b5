import { useEffect, useState } from "react";
import { useDesk } from "../data/desk";

/** Something rendered, and what was measured of it. */
interface Measured<Of, Measures> {
  readonly of: Of;
  readonly measures: Measures;
}

/**
 * Measures of what was rendered, while they are wanted; the last ones stay until the next are there. `ask` must not
 * change between renderings.
 */
export function useMeasures<Of, Measures>(rendered: Of | null, wanted: boolean, ask: (renderer: ReturnType<typeof useDesk>["renderer"], rendered: Of) => Promise<Measures | null>): Measures | null {
  const { renderer } = useDesk();
  const [state, setState] = useState<Measured<Of, Measures> | null>(null);
  useEffect(() => {
    if (!wanted || !rendered) return;
    let current = true;
    ask(renderer, rendered)
      .then((measures) => current && measures && setState({ of: rendered, measures }))
      // Charts without which one can still work: the rendering itself says what is wrong.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [renderer, rendered, wanted, ask]);
  return state?.measures ?? null;
}
