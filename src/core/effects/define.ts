import type { Lut } from "../colour/lut";
import type { Section } from "../kernels/cascade";
import type { ComplexNumber } from "../numeric/complex";
import type { EarlierPicture, EarlierTime } from "../picture/earlier";
import type { Frame } from "../picture/frame";
import type { AudioContextFacts } from "../signal/block";
import type { ImageEncoding, PictureWork } from "../picture/work";
import type { Moment } from "../time/moment";
import type { ParameterSpecs, ValuesOf } from "./parameter";

/** What an effect learnt of the whole material before it runs. */
export type Learnt = Float64Array;

/** Hears the whole material, in order, before the effect runs over it: what comes before it in the chain, with all that rings on. */
interface Analysis {
  /** The planes may be overwritten. */
  hear(channels: readonly Float32Array[], frames: number): void;
  /** Asked once everything was heard: true where it must be heard once more. */
  again?(): boolean;
  /** What the effect's `create` is given. */
  finish(): Learnt;
}

/** A running audio effect. It may keep state; it never depends on the size of the blocks it is given. */
export interface AudioProcessor {
  /** Samples by which the output lags the input. */
  readonly latency: number;
  /** Samples for which the output goes on after the input has ended. */
  readonly tail: number;
  /**
   * Samples after which what came before counts no more: 60 dB below what is heard by then. Its tail, where it is left out
   * or shorter than that.
   */
  readonly settles?: number;
  /**
   * Goes on with other values of the parameters that `automates` names: evenly, so that it has them after `within` samples;
   * from the next sample on, where that is 0.
   */
  retune?(values: never, within: number): void;
  /** Replaces the first `frames` samples of every channel. */
  process(channels: readonly Float32Array[], frames: number): void;
}

/** An effect that is no more than second-order sections: a chain runs neighbours of that kind as one. */
export interface SectionCascade {
  readonly sections: readonly Section[];
  /** As an `AudioProcessor`'s. */
  readonly tail: number;
  readonly settles?: number;
}

/** A file that an effect depends on, decoded. */
export type DecodedFile =
  | { readonly kind: "impulse"; readonly planes: readonly Float32Array[]; readonly sampleRate: number }
  | {
      readonly kind: "texture";
      readonly width: number;
      readonly height: number;
      readonly planes: readonly Float32Array[];
    }
  | { readonly kind: "lut"; readonly lut: Lut };

interface EffectFacts<Specs extends ParameterSpecs> {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  /** Two to six letters for chains shown on one line. */
  readonly short: string;
  readonly category: string;
  readonly summary: string;
  readonly parameters: Specs;
  /** The parameters worth a place in one line, in that order. */
  readonly key: readonly (keyof Specs & string)[];
  /** Wet share in percent of a newly added setting. */
  readonly defaultMix: number;
}

export interface AudioEffect<Specs extends ParameterSpecs = ParameterSpecs> extends EffectFacts<Specs> {
  readonly medium: "audio";
  /**
   * The parameters that may change while it runs, by keyframes: of an effect that is no more than sections those that leave
   * their number alone, else those that its processor's `retune` takes. Its share of the mix always may.
   */
  readonly automates?: readonly string[];
  /** Unfit for live playback, such as a treatment that has to look far ahead; the interface says so. */
  readonly offline?: boolean;
  /** `files` are the decoded files that its parameters name, by parameter; `learnt` comes from its analysis. */
  create(
    values: ValuesOf<Specs>,
    facts: AudioContextFacts,
    given: AudioGiven,
  ): AudioProcessor | SectionCascade;
  /** Present where the effect must hear the whole material first. */
  analyse?(values: ValuesOf<Specs>, facts: AudioContextFacts): Analysis;
  /** The target that the effect misses on the analysed material, in words; `null`: it misses none. */
  misses?(values: ValuesOf<Specs>, learnt: Learnt): string | null;
  /** Output level in dB for a steady input level in dB; absent where there is no such curve. */
  levelCurve?(values: ValuesOf<Specs>, level: number): number;
  /** Transfer function at a frequency in hertz; absent where the effect is not a short linear filter. */
  response?(values: ValuesOf<Specs>, frequency: number, sampleRate: number): ComplexNumber;
}

/** What an effect on pictures is given besides its values. */
interface PictureGiven {
  readonly files: Readonly<Record<string, DecodedFile>>;
  readonly moment: Moment;
  /** What the clip before shows at this moment; null before the first clip, undefined where there is no session around it. */
  readonly earlier?: EarlierPicture | null;
}

/** What pictures and the frames of clips go through. */
interface PictureEffect<Specs extends ParameterSpecs> extends EffectFacts<Specs> {
  /** The encoding it works in; the chain converts. Geometry works on linear light. */
  readonly encoding: ImageEncoding;
  /**
   * How a share of it is made: by mixing its result with what was before, or, where that would show two pictures at
   * once, by values between the neutral ones, which this gives, and its own.
   */
  readonly neutral?: { readonly [K in keyof Specs]?: number };
  /** Depends on where in the frame a pixel lies, so that no table of colours can hold it. */
  readonly placed?: boolean;
  /** Finer than a preview's pixels, such as grain: it has to be judged at full size. */
  readonly fine?: boolean;
  /** Is another at every moment of a clip, also where its values stay what they are. */
  readonly lively?: boolean;
  create(values: ValuesOf<Specs>, frame: Frame, given: PictureGiven): PictureWork;
}

export interface ImageEffect<Specs extends ParameterSpecs = ParameterSpecs> extends PictureEffect<Specs> {
  readonly medium: "image";
}

/** An effect on the frames of clips alone; the size of the frame stays what it is. */
export interface VideoEffect<Specs extends ParameterSpecs = ParameterSpecs> extends PictureEffect<Specs> {
  readonly medium: "video";
  /** When of the clip before it needs a frame at a moment; null where none. Absent where it never does. */
  earlierAt?(values: ValuesOf<Specs>, moment: Moment): EarlierTime | null;
  /** The side from which something comes as a value grows, and as it falls. */
  readonly comesFrom?: { readonly [K in keyof Specs]?: readonly [growing: Side, falling: Side] };
}

/** A side of the frame. */
export type Side = "above" | "below" | "left" | "right";

/** What an audio effect is given besides its values. */
interface AudioGiven {
  readonly files: Readonly<Record<string, DecodedFile>>;
  readonly learnt: Learnt | null;
}

export type EffectDefinition = AudioEffect | ImageEffect | VideoEffect;

/** What renders an effect: sound by blocks, or pictures. */
export type EffectRendering = "audio" | "picture";
export type EffectsOf<R extends EffectRendering> = R extends "audio"
  ? AudioEffect
  : ImageEffect | VideoEffect;
export const rendersAs = ({ medium }: EffectDefinition): EffectRendering =>
  medium === "audio" ? "audio" : "picture";

type Optional<T, K extends keyof T> = Omit<T, K> & Partial<Pick<T, K>>;

/** Declares an audio effect; the type of its values follows from its parameters. */
export function defineAudioEffect<const Specs extends ParameterSpecs, const Id extends string>(
  definition: Optional<Omit<AudioEffect<Specs>, "medium">, "version" | "defaultMix"> & { readonly id: Id },
): AudioEffect<Specs> & { readonly id: Id } {
  return { medium: "audio", version: 1, defaultMix: 100, ...definition };
}

/** Declares an effect on clips alone; the type of its values follows from its parameters. */
export function defineVideoEffect<const Specs extends ParameterSpecs, const Id extends string>(
  definition: Optional<Omit<VideoEffect<Specs>, "medium">, "version" | "defaultMix"> & { readonly id: Id },
): VideoEffect<Specs> & { readonly id: Id } {
  return { medium: "video", version: 1, defaultMix: 100, ...definition };
}

/** Declares an image effect; the type of its values follows from its parameters. */
export function defineImageEffect<const Specs extends ParameterSpecs, const Id extends string>(
  definition: Optional<Omit<ImageEffect<Specs>, "medium">, "version" | "defaultMix"> & { readonly id: Id },
): ImageEffect<Specs> & { readonly id: Id } {
  return { medium: "image", version: 1, defaultMix: 100, ...definition };
}
