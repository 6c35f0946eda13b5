import { outputOf, UnreadableMedia, videoFilesOnly } from "../process";
import { decodedBy, decodeFrames } from "./frames";
import { longestVideo, type VideoFacts } from "./probe";

/** The longer side of what the browser plays, in pixels. */
const lightSide = 1280;
/** Frames between key frames of it: few, so that any frame is near. */
const keyEvery = 10;
/** Pictures in the strip through a clip, and how high they are. */
const stripPictures = 24;
const stripHeight = 48;

const even = (value: number) => Math.max(2, 2 * Math.round(value / 2));

/** The size of what the browser plays of a clip: even, since its colours are halved. */
export function lightSize({ width, height }: Pick<VideoFacts, "width" | "height">): {
  width: number;
  height: number;
} {
  const scale = Math.min(1, lightSide / Math.max(width, height));
  return { width: even(width * scale), height: even(height * scale) };
}

/** Begins of all that is made of a file: what may be opened, where times begin, how long it may be. */
const inputOf = (path: string, decoder?: string) => [
  "-y",
  "-v",
  "error",
  ...videoFilesOnly,
  "-copyts",
  "-start_at_zero",
  "-t",
  String(longestVideo),
  ...decodedBy(decoder),
  "-i",
  path,
];

/** How an encoder is told what its codes are: BT.709 of limited range. */
export const taggedBt709 = [
  ...["-colorspace", "bt709", "-color_primaries", "bt709"],
  ...["-color_trc", "bt709", "-color_range", "tv"],
] as const;

/** What may be spent on a copy: seconds of computing, bytes, and frames. */
export interface Limits {
  readonly seconds: number;
  readonly bytes: number;
  readonly frames?: number;
}
/** Beyond its bytes a copy breaks off: whoever asked for it looks at its size. */
const within = ({ seconds, bytes }: Limits) => [
  "-timelimit",
  String(Math.ceil(seconds)),
  "-fs",
  String(Math.max(1, Math.min(Number.MAX_SAFE_INTEGER, Math.floor(bytes)))),
];

/**
 * Writes what the browser plays: H.264 in MP4, BT.709 of limited range, as it says itself. Gives how many frames there are.
 */
export async function writeLight(
  path: string,
  output: string,
  facts: VideoFacts,
  limits: Limits,
): Promise<number> {
  const { width, height } = lightSize(facts);
  const [frames] = facts.rate;
  await outputOf("ffmpeg", [
    ...inputOf(path, facts.decoder),
    ...within(limits),
    "-map",
    "0:v:0",
    "-vf",
    [
      ...facts.filters,
      "format=gbrp16le",
      `zscale=w=${width}:h=${height}:filter=bicubic:matrixin=gbr:rangein=full:matrix=709:range=limited`,
      "format=yuv420p",
    ].join(","),
    "-fps_mode",
    "passthrough",
    ...(limits.frames === undefined ? [] : ["-frames:v", String(limits.frames)]),
    "-c:v",
    "libx264",
    "-preset",
    "veryfast",
    "-crf",
    "15",
    "-bf",
    "0",
    "-g",
    String(keyEvery),
    ...taggedBt709,
    "-video_track_timescale",
    String(frames * Math.max(1, Math.ceil(1000 / frames))),
    "-bitexact",
    "-movflags",
    "+faststart",
    "-f",
    "mp4",
    output,
  ]);
  const counted = await outputOf("ffprobe", [
    "-v",
    "error",
    "-select_streams",
    "v:0",
    "-count_packets",
    "-show_entries",
    "stream=nb_read_packets",
    "-of",
    "csv=p=0",
    output,
  ]);
  const count = Number.parseInt(counted.toString(), 10);
  if (!(count > 0)) throw new UnreadableMedia("there is no frame in it that can be decoded");
  return count;
}

/** One frame of a file: 16-bit RGB codes. */
export async function frameOf(path: string, facts: VideoFacts, index: number): Promise<Uint16Array> {
  for await (const frame of decodeFrames(path, facts, { from: index, count: 1 })) return frame;
  throw new UnreadableMedia(`frame ${index} cannot be decoded`);
}

/** Writes pictures from all of what the browser plays side by side, as JPEG; gives how many there are. */
export async function writeStrip(light: string, output: string, frames: number): Promise<number> {
  const count = Math.min(stripPictures, frames);
  const every = frames / count;
  await outputOf("ffmpeg", [
    "-y",
    "-v",
    "error",
    "-i",
    light,
    "-vf",
    `select='lt(mod(n+0.5,${every}),1)',scale=-2:${stripHeight},tile=${count}x1`,
    "-frames:v",
    "1",
    "-fps_mode",
    "passthrough",
    "-q:v",
    "4",
    "-bitexact",
    "-f",
    "mjpeg",
    output,
  ]);
  return count;
}

/** Writes the first sound of a file as WAV of floats, beginning with its pictures; of a stretch in seconds, where one is named. */
export const writeSound = (
  path: string,
  output: string,
  limits: Limits,
  stretch?: readonly [from: number, to: number],
): Promise<unknown> =>
  outputOf("ffmpeg", [
    ...inputOf(path),
    ...within(limits),
    "-map",
    "0:a:0",
    "-vn",
    "-af",
    [
      "aresample=async=1:first_pts=0",
      ...(stretch ? [`atrim=${stretch[0]}:${stretch[1]}`, "asetpts=PTS-STARTPTS"] : []),
    ].join(","),
    "-c:a",
    "pcm_f32le",
    "-rf64",
    "auto",
    "-bitexact",
    "-f",
    "wav",
    output,
  ]);
