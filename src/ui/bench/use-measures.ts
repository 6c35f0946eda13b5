import { useEffect, useState } from "react";
import type { PictureMeasures, RenderedPicture } from "@/workers/render-messages";
import { useDesk } from "../data/desk";

/**
 * Measures of what was rendered, while they are wanted; the last ones stay until the next are there. `ask` must not
 * change between renderings.
 */
export function useMeasures<Of, Measures>(
  rendered: Of | null,
  wanted: boolean,
  ask: (renderer: ReturnType<typeof useDesk>["renderer"], rendered: Of) => Promise<Measures | null>,
): Measures | null {
  const { renderer } = useDesk();
  const [measures, setMeasures] = useState<Measures | null>(null);
  useEffect(() => {
    if (!wanted || !rendered) return;
    let current = true;
    ask(renderer, rendered)
      .then((made) => current && made && setMeasures(made))
      // Charts without which one can still work: the rendering itself says what is wrong.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [renderer, rendered, wanted, ask]);
  return measures;
}

/** Measures of the picture in the viewer. */
export const measurePicture: Parameters<typeof useMeasures<RenderedPicture, PictureMeasures>>[2] = (
  renderer,
  { width, codes },
) => renderer.measurePicture({ place: "measures", width, codes });
