import { useMemo } from "react";
import { needsWhole } from "@/core/chain/geometry";
import type { Chain } from "@/core/chain/model";
import type { Frame } from "@/core/picture/frame";
import { usePan } from "./use-pan";

/**
 * A still at full size, of which only the part that is seen is fetched and rendered. `part` is what to show; `toggle` is
 * null where there is nothing finer to see than the whole, or no part can be rendered by itself.
 */
export function useFullSize(facts: Frame & { readonly preview: Frame }, chain: Chain) {
  const { width, height, preview } = facts;
  const far = useMemo(() => needsWhole(chain, { width, height }), [chain, width, height]);
  const pan = usePan(facts, far.length === 0);
  const hasFiner = width > preview.width || height > preview.height;
  return {
    pan,
    /** Names of settings for whose sake the whole is shown although a part was asked for. */
    heldBy: pan.isOn ? far : [],
    part: pan.window ?? ("preview" as const),
    toggle: pan.isOn || (hasFiner && far.length === 0) ? pan.toggle : null,
  };
}
