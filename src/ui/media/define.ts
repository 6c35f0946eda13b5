import type { ComponentType } from "react";
import type { Chain } from "@/core/chain/model";
import type { Media } from "@/core/api/operations/session-replica";
import type { Target } from "@/core/library/entities";
import type { PictureLook } from "@/core/measure/consistency";
import type { Shape } from "@/workers/render-messages";
import type { Renderer } from "../data/renderer";
import type { Turn } from "../data/turns";
import type { Bench } from "../bench/use-bench";

export interface ViewerProps {
  readonly bench: Bench;
  readonly target: Target;
  readonly media: Media;
  /** Whose keyframes are shown, by the place of its setting, and whether they were asked for. */
  readonly lanes?: { readonly at: number | null; readonly asked: boolean; leave(): void };
}

export interface RowProps {
  readonly target: Target;
  readonly media: Media;
  readonly selected: boolean;
}

export interface TryProps {
  readonly media: Media;
  readonly chain: Chain;
  /** Whether it is heard or seen without the card. */
  readonly without: boolean;
  /** Where it stands in its session, to be heard with the rest of that. */
  readonly among?: { readonly bench: Bench; readonly target: Target };
  /** Nothing is said that would tell one chain from another. */
  readonly covered?: boolean;
}

export interface PictureProps {
  readonly media: Media;
  readonly chain: Chain;
  readonly label: string;
  /** Who asks; see `usePicture`. */
  readonly place: string;
  /** Columns of a waveform. */
  readonly columns: number;
  /** When it is asked for; at once, where it is left out. */
  readonly turn?: Turn;
}

/** Whose look is measured, with what is on it, and where that is rendered. */
export interface LookProps extends Shape {
  readonly renderer: Renderer;
  readonly libraryId: string;
  readonly media: Media;
  /** Whether anybody still waits for it. */
  isWanted(): boolean;
}

/** What a medium looks like. */
export interface MediumRoom {
  /** The middle of the bench, where its material is heard or seen. */
  readonly Viewer: ComponentType<ViewerProps>;
  /** What a chain makes of some material, heard or seen at once, away from the bench. */
  readonly Try: ComponentType<TryProps>;
  /** What a chain makes of some material, in a small picture that fills what it stands in. */
  readonly Picture: ComponentType<PictureProps>;
  /** The same with the figures by which results are compared side by side. */
  readonly Proof: ComponentType<PictureProps>;
  /** What some material looks like through a chain, by which it is compared with others; null for what is all black or white. Sounds have none. */
  readonly look?: (of: LookProps) => Promise<PictureLook | null>;
  /** At the left of a row of targets: what it looks like now, or the medium's sign. */
  readonly Miniature: ComponentType<RowProps>;
  /** Below the name in a row of targets, where it says more than a miniature. */
  readonly Strip?: ComponentType<RowProps>;
  /** What chains do, drawn without material; those that a chain has nothing to draw in are left out. */
  readonly drawings: readonly {
    has(chain: Chain): boolean;
    readonly Drawing: ComponentType<{ readonly chain: Chain }>;
  }[];
}
