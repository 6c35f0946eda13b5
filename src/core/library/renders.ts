import type { Chain } from "../chain/model";

export type RenderState = "waiting" | "running" | "done" | "failed" | "cancelled";

/** One target of a rendering, as it was when it was asked for. */
export interface RenderItem {
  readonly name: string;
  readonly mediaId: string;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
}
