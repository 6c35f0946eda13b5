import { createContext, useContext, type RefObject } from "react";
import type { Chain } from "@/core/chain/model";
import type { RenderedLoop, RenderedPicture } from "@/workers/render-messages";

/** What is heard or seen on the bench just now, and how to render another chain on the same untouched material. */
export type BenchResult =
  | {
      readonly medium: "audio";
      readonly on: string;
      readonly chain: Chain;
      readonly rendered: RenderedLoop;
      again(chain: Chain): Promise<RenderedLoop | null>;
    }
  | {
      readonly medium: "image";
      readonly on: string;
      readonly chain: Chain;
      readonly rendered: RenderedPicture;
      again(chain: Chain): Promise<RenderedPicture | null>;
    };

const nowhere: RefObject<BenchResult | null> = { current: null };

export const BenchResultContext = createContext<RefObject<BenchResult | null>>(nowhere);

/** Where the viewer notes what it shows. */
export const useBenchResult = (): RefObject<BenchResult | null> => useContext(BenchResultContext);
