import type { MixNode } from "../chain/mix";
import type { Chain } from "../chain/model";

export type RenderState = "waiting" | "running" | "done" | "failed" | "cancelled";

/** A clip or photo of a rendering, as it was when it was asked for. */
interface MaterialItem {
  readonly name: string;
  readonly mediaId: string;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  /** Hashes of the files that the chain depends on and that the library has. */
  readonly files?: readonly string[];
}

/** A track, bus, return or output, with all of its session's mix as it was when it was asked for. */
interface MixItem {
  readonly name: string;
  readonly root: string;
  readonly nodes: readonly MixNode[];
  /** Hashes of the files that the nodes' chains depend on and that the library has. */
  readonly files?: readonly string[];
  /** The material of the nodes that have any, by their ids. */
  readonly media: Readonly<Record<string, string>>;
  /** Samples a second. */
  readonly sampleRate: number;
}

export type RenderItem = MaterialItem | MixItem;
