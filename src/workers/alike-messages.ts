import type { Chain } from "@/core/chain/model";
import type { Apart } from "@/core/measure/likeness/define";
import type { Near } from "@/core/measure/likeness/nearest";
import type { NearPairs } from "@/core/measure/likeness/near-pairs";
import type { ComparedMedium } from "@/core/media";
import type { AudioSource, FilesKnown, ImageSource } from "./render-messages";

/** A card that takes part in a comparison. */
export interface Compared {
  readonly id: string;
  readonly fingerprint: string;
}

/** A part of a sound, in samples, or a picture. */
export type Specimen =
  | { readonly medium: "audio"; readonly source: AudioSource; readonly start: number; readonly end: number }
  | { readonly medium: "image"; readonly source: ImageSource };

/** A specimen with what is done to it. */
interface Treated {
  readonly specimen: Specimen;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
}

/** What can be asked of the worker, by what it answers. */
interface Questions {
  /** The contents of some cards of which it is not known what they do: their fingerprints. */
  unknown: [{ medium: ComparedMedium; cards: readonly Compared[] }, readonly string[]];
  /** The cards that do nearest what a content does, null where that is not measured yet; and of how many others it is not. */
  alike: [
    { medium: ComparedMedium; fingerprint: string; cards: readonly Compared[]; count: number },
    {
      readonly hits: readonly { readonly id: string; readonly apart: Apart }[] | null;
      readonly unmeasured: number;
    },
  ];
  /** Pairs of cards that do nearly the same, of those of one group each; see `core/measure/likeness/near-pairs`. */
  pairs: [{ medium: ComparedMedium; cards: readonly (Compared & { readonly group: string })[] }, NearPairs];
  /** The cards worth rendering to bring material near to a reference; how far apart they are as they are. */
  worth: [
    { material: Specimen; reference: Treated; cards: readonly Compared[]; count: number },
    { readonly ids: readonly string[]; readonly now: Apart; readonly unmeasured: number },
  ];
  /** The cards that come nearest, with their best strengths; null where something else was asked meanwhile. */
  near: [
    { material: Specimen; reference: Treated; chains: readonly (readonly [id: string, chain: Chain])[] },
    readonly Near[] | null,
  ];
}
export type AlikeQuestion = keyof Questions;
export type AlikeAsked<Q extends AlikeQuestion> = Questions[Q][0];
export type AlikeAnswered<Q extends AlikeQuestion> = Questions[Q][1];

/** What contents do, as the server gives it: fingerprints and figures. */
interface ImprintsKnown {
  readonly kind: "imprints";
  readonly medium: ComparedMedium;
  readonly bytes: ArrayBuffer;
}

export type AlikeRequest =
  | FilesKnown
  | ImprintsKnown
  | { [Q in AlikeQuestion]: { readonly kind: Q; readonly id: number } & AlikeAsked<Q> }[AlikeQuestion];

export type AlikeAnswer =
  /** Those nearest so far; the answer follows. */
  | { readonly id: number; readonly soFar: readonly Near[] }
  | { readonly id: number; readonly result: AlikeAnswered<AlikeQuestion> }
  | { readonly id: number; readonly problem: string };
