import type { MixNode } from "../chain/mix";
import type { Chain } from "../chain/model";
import type { Medium } from "../media";
import type { Part } from "../media/part";
import type { Ratio } from "../time/ratio";

/** Frames a second that films are rendered at, as ratios. Source: SMPTE ST 2036-1 and common rates below it. */
export const filmRates = {
  "23.976": [24000, 1001],
  "24": [24, 1],
  "25": [25, 1],
  "29.97": [30000, 1001],
  "30": [30, 1],
  "50": [50, 1],
  "59.94": [60000, 1001],
  "60": [60, 1],
} as const satisfies Record<string, Ratio>;
export type FilmRate = keyof typeof filmRates;
export const filmRateIds = (Object.keys(filmRates) as FilmRate[]).sort((a, b) => Number(a) - Number(b));

/** Pixels of the shorter side of a film that is rendered smaller or larger. */
export const filmSides = [2160, 1440, 1080, 720, 540, 360] as const;
export const leastSide = 16;
export const mostSide = 4320;

/** What a film is rendered to, where that is not its own size and rate. */
export interface FilmShape {
  /** Pixels of the shorter side; the other follows. */
  readonly side?: number;
  /** Frames are left out or shown again; none is made between others. */
  readonly rate?: FilmRate;
}

/** The longest that sounds are rendered to, in seconds: a product rule and a guard. */
export const longestRender = 24 * 3600;

export type RenderState = "waiting" | "running" | "done" | "failed" | "cancelled";

/** A clip or photo of a rendering, as it was when it was asked for. */
export interface MaterialItem {
  readonly name: string;
  readonly mediaId: string;
  /** What of it is rendered; all of it where it is left out. */
  readonly part?: Part;
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  /** Hashes of the files that the chain depends on and that the library has. */
  readonly files?: readonly string[];
  /** The size and rate of a video, where they are not its own. */
  readonly shape?: FilmShape;
  /** The sound that goes with a video, through a chain of its own; as it came where it is left out, none where it is null. */
  readonly sound?: Pick<MaterialItem, "mediaId" | "part" | "chain" | "strength"> | null;
  /** The clip from whose end a transition comes. */
  readonly earlier?: Pick<MaterialItem, "mediaId" | "part" | "chain" | "strength">;
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

/** What is done to a session once all is rendered; `of` tells what the items are renderings of. */
export interface Aftermath {
  readonly command: "render-in-place" | "run-routine";
  readonly input: object;
  readonly of: readonly string[];
}

/** What came of it. */
export interface Outcome {
  readonly said: string;
  readonly selected: readonly string[] | null;
}

export type RenderItem = MaterialItem | MixItem;

/** The kinds of file that can be rendered to; the key is what scripts write. Of each medium the usual one comes first. */
export const resultFormats = {
  wav: { medium: "audio", extension: "wav", label: "WAV, 24 bit", type: "audio/wav" },
  "wav-16": { medium: "audio", extension: "wav", label: "WAV, 16 bit", type: "audio/wav" },
  "wav-32": { medium: "audio", extension: "wav", label: "WAV, 32 bit", type: "audio/wav" },
  "wav-float": { medium: "audio", extension: "wav", label: "WAV, 32-bit float", type: "audio/wav" },
  flac: { medium: "audio", extension: "flac", label: "FLAC, 24 bit", type: "audio/flac" },
  png: { medium: "image", extension: "png", label: "PNG, 16 bit", type: "image/png" },
  tiff: { medium: "image", extension: "tiff", label: "TIFF, 16 bit", type: "image/tiff" },
  jpeg: { medium: "image", extension: "jpg", label: "JPEG", type: "image/jpeg" },
  mp4: { medium: "video", extension: "mp4", label: "MP4: H.264 and AAC", type: "video/mp4" },
  webm: { medium: "video", extension: "webm", label: "WebM: VP9 and Opus", type: "video/webm" },
  mkv: { medium: "video", extension: "mkv", label: "MKV, lossless: FFV1 and PCM", type: "video/x-matroska" },
  "png-series": { medium: "video", extension: "zip", label: "Numbered PNG, 16 bit", type: "application/zip" },
  "tiff-series": {
    medium: "video",
    extension: "zip",
    label: "Numbered TIFF, 16 bit",
    type: "application/zip",
  },
} as const satisfies Record<string, { medium: Medium; extension: string; label: string; type: string }>;
export type ResultFormat = keyof typeof resultFormats;
/** The formats that material of a medium can be rendered to, the usual one first. */
export const formatsOf = (medium: Medium): ResultFormat[] =>
  (Object.keys(resultFormats) as ResultFormat[]).filter((format) => resultFormats[format].medium === medium);
export type ResultFormatOf<M extends Medium> = {
  [F in ResultFormat]: (typeof resultFormats)[F]["medium"] extends M ? F : never;
}[ResultFormat];
