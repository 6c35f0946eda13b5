import { createContext, useContext, type RefObject } from "react";
import type { Chain } from "@/core/chain/model";
import type { Medium } from "@/core/media";

/** What is heard or seen on the bench just now, and what other chains make of the same untouched material. */
export interface BenchResult {
  readonly medium: Medium;
  readonly on: string;
  readonly chain: Chain;
  /** The same material through another chain; null where something else was asked for in between. */
  through(chain: Chain): Promise<BenchResult | null>;
  /** How far another chain's result is from this one, in the medium's measure; null where they cannot be compared. */
  differenceTo(chain: Chain): Promise<number | null>;
}

interface Rendered<R> {
  readonly medium: Medium;
  readonly on: string;
  readonly chain: Chain;
  readonly rendered: R;
  render(chain: Chain): Promise<R | null>;
  difference(a: R, b: R): number | null;
}

export const benchResult = <R>(shown: Rendered<R>): BenchResult => ({
  medium: shown.medium,
  on: shown.on,
  chain: shown.chain,
  async through(chain) {
    const rendered = await shown.render(chain);
    return rendered && benchResult({ ...shown, chain, rendered });
  },
  async differenceTo(chain) {
    const other = await shown.render(chain);
    if (!other) throw new Error("Something else was rendered in between.");
    return shown.difference(shown.rendered, other);
  },
});

const nowhere: RefObject<BenchResult | null> = { current: null };

export const BenchResultContext = createContext<RefObject<BenchResult | null>>(nowhere);

/** Where the viewer notes what it shows. */
export const useBenchResult = (): RefObject<BenchResult | null> => useContext(BenchResultContext);
