import type { Resources } from "../../chain/active";
import type { Chain } from "../../chain/model";
import type { ComparedMedium } from "../../media";
import type { Apart } from "./define";
import {
  pictureAfter,
  pictureImprint,
  pictureImprintLength,
  pictureImprintsApart,
  picturesApart,
} from "./picture";
import { soundAfter, soundImprint, soundImprintLength, soundImprintsApart, soundsApart } from "./sound";

/** What can be said of likeness in a medium. */
interface Likeness {
  /** The numbers of an imprint. */
  readonly length: number;
  /** The unit in which things are apart, and what is little of it: nobody tells them apart by ear or eye. */
  readonly unit: string;
  readonly little: number;
  /** What a chain does, as what becomes of a test signal or chart; null where something of it is missing. */
  imprint(chain: Chain, resources?: Resources): Float32Array | null;
  imprintsApart(a: ArrayLike<number>, b: ArrayLike<number>): Apart;
  /** How far apart the figures of two materials are. */
  apart(a: Float32Array, b: Float32Array): Apart;
  /** The figures that a material may have after a chain with such an imprint, at a strength in percent. */
  after(material: Float32Array, imprint: ArrayLike<number>, strength: number): Float32Array;
}

export const likeness: { readonly [M in ComparedMedium]: Likeness } = {
  audio: {
    length: soundImprintLength,
    unit: "dB",
    little: 1,
    imprint: soundImprint,
    imprintsApart: soundImprintsApart,
    apart: soundsApart,
    after: soundAfter,
  },
  image: {
    length: pictureImprintLength,
    unit: "ΔE",
    little: 1,
    imprint: pictureImprint,
    imprintsApart: pictureImprintsApart,
    apart: picturesApart,
    after: pictureAfter,
  },
};

/** Grows when an imprint is made in another way: those made before are made anew. */
export const imprintForm = 1;

/** Imprints are kept, sent and compared as whole hundredths of their unit. */
const scale = 100;

export const packImprint = (imprint: Float32Array): Int16Array<ArrayBuffer> =>
  Int16Array.from(imprint, (v) => Math.round(Math.min(32_767, Math.max(-32_767, v * scale))));

export const unpackImprint = (packed: Int16Array): Float32Array =>
  Float32Array.from(packed, (v) => v / scale);

/** Bytes of a packed imprint. */
export const packedLength = (medium: ComparedMedium): number => 2 * likeness[medium].length;
