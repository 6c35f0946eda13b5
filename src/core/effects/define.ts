import type { Lut } from "../colour/lut";
import type { Section } from "../signal/biquad";
import type { KernelInstance } from "../kernels/instance";
import type { Frame } from "../picture/frame";
import type { ChannelFunction } from "../numeric/function-table";
import type { ColourMatrix } from "../picture/matrix";
import type { ParameterSpecs, ValuesOf } from "./parameter";

export type Medium = "audio" | "image" | "video";
export type ImageEncoding = "linear" | "srgb" | "oklab" | "lab";

/** The surroundings in which an audio effect runs. */
export interface AudioContextFacts {
  /** Samples a second. */
  readonly sampleRate: number;
  /** 1 to 8. */
  readonly channels: number;
  /** Loudspeakers of the channels, where the material names them; see `speakers`. */
  readonly mask?: number;
  /**
   * Where the chain's blocks lie, at most `longestBlock` samples each, and where an effect reserves what its kernels
   * need; only while it is created. Absent where kernels cannot run: then their plain twins do.
   */
  readonly kernels?: KernelInstance;
}

/** Samples of a block within a chain, at most; the result never depends on it. */
export const longestBlock = 1024;

/** What an effect learnt of the whole material before it runs. */
export type Learnt = Float64Array;

/** Hears the whole material, in order, before the effect runs over it: what comes before it in the chain, with all that rings on. */
export interface Analysis {
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
  /** Replaces the first `frames` samples of every channel. */
  process(channels: readonly Float32Array[], frames: number): void;
}

/** An effect that is no more than second-order sections: a chain runs neighbours of that kind as one. */
export interface SectionCascade {
  readonly sections: readonly Section[];
  /** As an `AudioProcessor`'s. */
  readonly tail: number;
}

export interface ComplexNumber {
  readonly re: number;
  readonly im: number;
}

/** A file that an effect depends on, decoded. */
export type DecodedFile =
  | { readonly kind: "impulse"; readonly planes: readonly Float32Array[]; readonly sampleRate: number }
  | { readonly kind: "texture"; readonly width: number; readonly height: number; readonly planes: readonly Float32Array[] }
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
  /** Unfit for live playback, such as a treatment that has to look far ahead; the interface says so. */
  readonly offline?: boolean;
  /** `files` are the decoded files that its parameters name, by parameter; `learnt` comes from its analysis. */
  create(values: ValuesOf<Specs>, facts: AudioContextFacts, given: AudioGiven): AudioProcessor | SectionCascade;
  /** Present where the effect must hear the whole material first. */
  analyse?(values: ValuesOf<Specs>, facts: AudioContextFacts): Analysis;
  /** Output level in dB for a steady input level in dB; absent where there is no such curve. */
  levelCurve?(values: ValuesOf<Specs>, level: number): number;
  /** Transfer function at a frequency in hertz; absent where the effect is not a short linear filter. */
  response?(values: ValuesOf<Specs>, frequency: number, sampleRate: number): ComplexNumber;
}

/** Where in the picture a strip lies, so that effects may depend on position but not on resolution. */
export interface StripFacts {
  /** Whole picture, in pixels. */
  readonly width: number;
  readonly height: number;
  /** First column and row of the strip, and how many there are. */
  readonly left: number;
  readonly top: number;
  readonly columns: number;
  readonly rows: number;
}

/** A strip of whole rows. */
export const wholeRows = ({ width, height }: Frame, top: number, rows: number): StripFacts => ({ width, height, left: 0, top, columns: width, rows });

/** Replaces a strip of three planes (R, G, B or L, a, b), row-major, `columns * rows` values each. */
export type StripProcess = (planes: readonly Float32Array[], strip: StripFacts) => void;

/**
 * One turn over a picture, made of `lines` that do not depend on each other (rows, or columns), so that several may work
 * on it at once: line `n` writes only what belongs to it, and reads only what earlier passes have written.
 */
export interface AreaPass {
  readonly lines: number;
  run(planes: readonly Float32Array[], scratch: readonly Float32Array[], from: number, to: number): void;
}

/** Rows of three planes in the kernels' memory: the addresses of their first values. */
export type RowPlanes = readonly [number, number, number];

/** A pass over a picture of which a row depends on few rows around it, run by kernels as the rows come. */
export interface Near {
  /** Rows above and below that a row depends on. */
  readonly reach: number;
  /** For rows of so many columns, all of the picture's or some in a row. Everything it needs is reserved at once. */
  start(kernels: KernelInstance, columns: number): {
    /** Takes row `y`; rows come in order. */
    take(y: number, row: RowPlanes): void;
    /** Makes row `y` from what came. Pre: all rows up to `reach` below it, as far as there are any, were taken, and it is not one of the first `reach` of a run that began in the middle. */
    give(y: number, from: RowPlanes, to: RowPlanes): void;
  };
}

/** What a picture effect does with a frame of one size, in its encoding. */
export type PictureWork =
  /** Each channel by a function of its own. */
  | { readonly kind: "channels"; readonly functions: readonly [ChannelFunction, ChannelFunction, ChannelFunction] }
  /** All channels by a matrix. */
  | { readonly kind: "matrix"; readonly matrix: ColourMatrix }
  /** All channels times a gain over the square of the distance to the middle, 0…1 at the corners: `size` pieces, and one value more. */
  | { readonly kind: "radial"; readonly gain: Float32Array; readonly size: number }
  /** Each pixel by itself, wherever it is. */
  | { readonly kind: "strip"; readonly process: StripProcess }
  /** Pixels with their surroundings; `scratch` planes of the frame's size are at hand. `near` does the same where kernels can run and the surroundings are few rows. */
  | { readonly kind: "area"; readonly scratch: number; readonly passes: readonly AreaPass[]; readonly near?: Near }
  /** Another frame; line `n` is a row of it. */
  | { readonly kind: "geometry"; readonly frame: Frame; run(source: readonly Float32Array[], target: readonly Float32Array[], from: number, to: number): void }
  | { readonly kind: "nothing" };

/** What an image effect is given besides its values. */
export interface ImageGiven {
  readonly files: Readonly<Record<string, DecodedFile>>;
}

export interface ImageEffect<Specs extends ParameterSpecs = ParameterSpecs> extends EffectFacts<Specs> {
  readonly medium: "image";
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
  create(values: ValuesOf<Specs>, frame: Frame, given: ImageGiven): PictureWork;
}

/** What an audio effect is given besides its values. */
export interface AudioGiven {
  readonly files: Readonly<Record<string, DecodedFile>>;
  readonly learnt: Learnt | null;
}

export type EffectDefinition = AudioEffect | ImageEffect;

type Optional<T, K extends keyof T> = Omit<T, K> & Partial<Pick<T, K>>;

/** Declares an audio effect; the type of its values follows from its parameters. */
export function defineAudioEffect<const Specs extends ParameterSpecs>(
  definition: Optional<Omit<AudioEffect<Specs>, "medium">, "version" | "defaultMix">,
): AudioEffect<Specs> {
  return { medium: "audio", version: 1, defaultMix: 100, ...definition };
}

/** Declares an image effect; the type of its values follows from its parameters. */
export function defineImageEffect<const Specs extends ParameterSpecs>(
  definition: Optional<Omit<ImageEffect<Specs>, "medium">, "version" | "defaultMix">,
): ImageEffect<Specs> {
  return { medium: "image", version: 1, defaultMix: 100, ...definition };
}
