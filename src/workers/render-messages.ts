import type { MixNode } from "@/core/chain/mix";
import type { Chain } from "@/core/chain/model";
import type { PictureWindow } from "@/core/chain/render-codes";
import type { Part } from "@/core/media/part";
import type { Moment } from "@/core/time/moment";
import type { Frame } from "@/core/picture/frame";
import type { BandLevel } from "@/core/measure/spectrum";

/** Material by the address of its working copy. */
export interface AudioSource {
  readonly url: string;
  readonly channels: number;
  readonly frames: number;
  readonly sampleRate: number;
  /** Loudspeakers of the channels, where the file names them. */
  readonly mask?: number;
  /** What of the file is used, where that is not all of it: `frames` are those of the part, `whole` those of the file. */
  readonly part?: Part;
  readonly whole?: number;
}
export interface ImageSource {
  readonly url: string;
  readonly width: number;
  readonly height: number;
  /** Where in its clip it is, where it comes from one. */
  readonly moment?: Moment;
}
/** What is played of a video. */
export interface ClipSource extends ImageSource {
  readonly rate: readonly [frames: number, seconds: number];
  /** Those that are used, from the `first` frame of the file on. */
  readonly frames: number;
  readonly first: number;
  /** The file's own frames at full size, by an address that a frame's number is put behind; absent where they are too large. */
  readonly exact?: ImageSource;
}
/** A part of a picture at full size; the address gives any part of it. */
interface PictureWindowSource {
  readonly url: string;
  readonly frame: Frame;
  readonly window: PictureWindow;
}

/** A file that effects depend on, by the address of its working copy. */
export type FileSource = { readonly hash: string } & (
  | ({ readonly kind: "audio" } & AudioSource)
  | ({ readonly kind: "image" } & ImageSource)
  | { readonly kind: "lut"; readonly url: string }
);

/** Which files the library has. */
export interface FilesKnown {
  readonly kind: "files";
  readonly files: readonly FileSource[];
}

/** What can be put on material. */
export interface Shape {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
}

/** What the viewer will probably ask for next, the likeliest first: its last job with these in place of its chain. */
export interface ExpectShapes {
  readonly kind: "expect";
  readonly shapes: readonly Shape[];
}

/** Another worker that helps with pictures, by the port that comes with this. */
export interface HelperThere {
  readonly kind: "helper";
}

interface JobBase {
  readonly id: number;
  /** A newer job for the same place replaces one that is not done. */
  readonly place: string;
}
type ChainJob = JobBase & Shape;
export interface LoopJob extends ChainJob {
  readonly kind: "loop";
  readonly source: AudioSource;
  /** Samples. */
  readonly start: number;
  readonly end: number;
}
export interface PictureJob extends ChainJob {
  readonly kind: "picture";
  readonly source: ImageSource | PictureWindowSource;
}
export type FrameSize = "half" | "played" | "exact";
/** A frame of a clip, with the chain and without what of it does not move pixels. */
export interface FrameJob extends ChainJob {
  readonly kind: "frame";
  readonly source: ClipSource;
  readonly index: number;
  /** The clip before it, where something of it is seen. */
  readonly earlier?: { readonly source: ClipSource } & Shape;
  /** As it is played, at half of that size, so that it is there in time, or as it is rendered. */
  readonly size: FrameSize;
}
/** A stretch of a session's timeline: the whole mix, or one node of it. */
export interface MixJob extends JobBase {
  readonly kind: "mix";
  readonly nodes: readonly MixNode[];
  /** The material of the nodes that have any, by their ids. */
  readonly sources: Readonly<Record<string, AudioSource>>;
  readonly root: string | null;
  /** The node whose chain changes from one job to the next. */
  readonly shapedId: string | null;
  /** Samples a second of the mix. */
  readonly sampleRate: number;
  /** Samples of the mix. */
  readonly start: number;
  readonly end: number;
}
/** Measures of what was rendered, for charts. */
export interface SoundMeasuresJob extends JobBase {
  readonly kind: "measure sound";
  readonly planes: readonly Float32Array[];
  readonly sampleRate: number;
  readonly mask?: number;
}
export interface PictureMeasuresJob extends JobBase {
  readonly kind: "measure picture";
  readonly width: number;
  readonly codes: Uint8ClampedArray<ArrayBuffer>;
}
export type RenderJob = LoopJob | PictureJob | FrameJob | MixJob | SoundMeasuresJob | PictureMeasuresJob;

export interface SoundMeasures {
  readonly kind: "measured sound";
  readonly bands: readonly BandLevel[];
  /** LUFS; see `loudnessCourse`. */
  readonly loudness: readonly number[];
}
export interface PictureMeasures {
  readonly kind: "measured picture";
  /** Of R, G and B; see `waveformData`. */
  readonly waveforms: readonly Uint32Array[];
  /** See `vectorscopeData`. */
  readonly vectorscope: Uint32Array;
  /** Shares of pixels. */
  readonly clipping: { readonly black: number; readonly white: number };
}
/** Columns and levels of waveforms, and steps of a vectorscope along each axis. */
export const waveformColumns = 160;
export const waveformLevels = 128;
export const vectorscopeSize = 192;

export interface RenderedLoop {
  readonly kind: "loop";
  readonly planes: readonly Float32Array[];
  readonly sampleRate: number;
  readonly mask?: number;
  /** LUFS. */
  readonly loudness: number;
  /** dBTP. */
  readonly truePeak: number;
  readonly missing: readonly string[];
  /** Targets of settings that this material does not come to, in words. */
  readonly missed: readonly string[];
}
export interface RenderedPicture {
  readonly kind: "picture";
  readonly width: number;
  readonly height: number;
  /** RGBA, 8-bit sRGB. */
  readonly codes: Uint8ClampedArray<ArrayBuffer>;
  readonly missing: readonly string[];
}
export interface RenderedFrame {
  readonly kind: "frame";
  readonly index: number;
  readonly after: RenderedPicture;
  /** The same frame untouched, moved as the other is. */
  readonly before: RenderedPicture;
  /** Milliseconds that it took. */
  readonly took: number;
  /** It was made before and kept. */
  readonly wasKept: boolean;
}
export type Rendered = RenderedLoop | RenderedPicture | RenderedFrame | SoundMeasures | PictureMeasures;

export type RenderAnswer =
  | { readonly id: number; readonly rendered: Rendered }
  | { readonly id: number; readonly problem: string }
  | { readonly id: number; readonly superseded: true };
