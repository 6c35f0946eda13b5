import {
  firstPackets,
  outputOf,
  packetEntries,
  refuseProtected,
  UnreadableMedia,
  videoFilesOnly,
  type ProbedPackets,
} from "../process";
import { coloursOf } from "./colours";

/** How a file's frames become pictures: every number that decoding needs, and words for what was done. */
export interface VideoFacts {
  /** Square pixels, upright. */
  readonly width: number;
  readonly height: number;
  /** Frames a second, as a ratio in lowest terms. */
  readonly rate: readonly [frames: number, seconds: number];
  /** Filters of ffmpeg from a decoded frame to 16-bit RGB of that size at that rate. */
  readonly filters: readonly string[];
  /** The decoder of ffmpeg that finds all of a frame; ffmpeg's own choice where it is left out. */
  readonly decoder?: string;
  /** Frames as far as the file tells its length. */
  readonly framesGuess: number;
  readonly hasSound: boolean;
  readonly notes: readonly string[];
}

interface Stream {
  readonly codec_type: string;
  readonly codec_name?: string;
  readonly width?: number;
  readonly height?: number;
  readonly pix_fmt?: string;
  readonly r_frame_rate?: string;
  readonly avg_frame_rate?: string;
  readonly color_space?: string;
  readonly color_range?: string;
  readonly color_transfer?: string;
  readonly color_primaries?: string;
  readonly sample_aspect_ratio?: string;
  readonly field_order?: string;
  readonly duration?: string;
  readonly side_data_list?: readonly { readonly rotation?: number }[];
  readonly disposition?: { readonly attached_pic?: number };
  readonly tags?: Readonly<Record<string, string>>;
}

interface Probed extends ProbedPackets {
  readonly streams?: readonly Stream[];
  readonly format?: { readonly duration?: string };
}

/** Rates that cameras and files of the trade have, in frames a second. Source: SMPTE ST 2036, ITU-R BT.709, and 48, 12 and 15. */
const usualRates: readonly (readonly [number, number])[] = [
  [12, 1],
  [15, 1],
  [24000, 1001],
  [24, 1],
  [25, 1],
  [30000, 1001],
  [30, 1],
  [48, 1],
  [50, 1],
  [60000, 1001],
  [60, 1],
  [100, 1],
  [120000, 1001],
  [120, 1],
];

/** Pixels a side, pixels in all, frames a second, and seconds: a guard, and what can be worked with here. */
const limits = { side: 8192, pixels: 36_000_000, rate: 240, seconds: 4 * 3600 } as const;
export const longestVideo = limits.seconds;

const ratioOf = (text: string | undefined, separator: "/" | ":"): readonly [number, number] | null => {
  const [over, under] = (text ?? "").split(separator).map(Number);
  return over > 0 && under > 0 ? [over, under] : null;
};
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const lowest = ([over, under]: readonly [number, number]): readonly [number, number] => {
  const common = gcd(over, under);
  return [over / common, under / common];
};

/**
 * The rate at which a clip is shown: its own, where its frames come evenly; else the usual one that is nearest to their mean.
 */
function rateOf({ r_frame_rate, avg_frame_rate }: Stream): {
  rate: readonly [number, number];
  uneven: boolean;
} {
  const [least, mean] = [ratioOf(r_frame_rate, "/"), ratioOf(avg_frame_rate, "/")];
  const own = mean ?? least;
  if (!own) throw new UnreadableMedia("it does not say how many frames a second it has");
  const perSecond = own[0] / own[1];
  const nearest = usualRates.reduce((best, one) =>
    Math.abs(Math.log(one[0] / one[1] / perSecond)) < Math.abs(Math.log(best[0] / best[1] / perSecond))
      ? one
      : best,
  );
  const isNear = (a: readonly [number, number], share: number) =>
    Math.abs(a[0] / a[1] / perSecond - 1) < share;
  if (isNear(nearest, 0.0005)) return { rate: nearest, uneven: false };
  if (least && isNear(least, 0.002) && perSecond <= limits.rate)
    return { rate: lowest(least), uneven: false };
  return { rate: nearest, uneven: true };
}

const interlaced: readonly string[] = ["tt", "bb", "tb", "bt"];

/** What a file says of its first stream of moving pictures. Throws `UnreadableMedia` where there is none that can be worked with. */
export async function probeVideo(path: string): Promise<VideoFacts> {
  const probed = await outputOf("ffprobe", [
    "-v",
    "error",
    ...videoFilesOnly,
    ...firstPackets,
    "-show_entries",
    "stream=codec_type,codec_name,width,height,pix_fmt,r_frame_rate,avg_frame_rate,color_space,color_range,color_transfer,color_primaries,sample_aspect_ratio,field_order,duration:stream_side_data=rotation:stream_disposition=attached_pic:stream_tags=timecode,alpha_mode:format=duration:" +
      packetEntries,
    "-of",
    "json",
    path,
  ]);
  const found = JSON.parse(probed.toString()) as Probed;
  const { streams = [], format } = found;
  const pictures = streams.filter(
    ({ codec_type, disposition }) => codec_type === "video" && !disposition?.attached_pic,
  );
  const [stream] = pictures;
  if (!stream?.width || !stream.height) throw new UnreadableMedia("there are no moving pictures in it");
  const coded = stream.pix_fmt ?? "";
  if (coded === "")
    throw new UnreadableMedia(
      `its frames (${stream.codec_name ?? "of an unknown kind"}) cannot be decoded, or are protected`,
    );
  refuseProtected(found);
  const rotation = stream.side_data_list?.find((one) => one.rotation !== undefined)?.rotation ?? 0;
  const aspect = ratioOf(stream.sample_aspect_ratio, ":") ?? [1, 1];
  const wide = Math.max(1, Math.round((stream.width * aspect[0]) / aspect[1]));
  const isTurned = Math.abs(rotation) % 180 === 90;
  const [width, height] = isTurned ? [stream.height, wide] : [wide, stream.height];
  if (Math.max(width, height) > limits.side || width * height > limits.pixels)
    throw new UnreadableMedia(
      `it has ${width} × ${height} pixels; at most ${limits.side} a side and ${limits.pixels / 1e6} million can be worked with`,
    );
  const seconds = Number(stream.duration ?? format?.duration ?? 0);
  if (seconds > limits.seconds)
    throw new UnreadableMedia(
      `it is ${Math.round(seconds / 3600)} hours long; at most ${limits.seconds / 3600} can be worked with`,
    );
  const { rate, uneven } = rateOf(stream);
  const colours = coloursOf({ ...stream, height: stream.height, coded }, { width, height });
  const isLaced = interlaced.includes(stream.field_order ?? "");
  const filters = [
    // Frames of another size in the middle of a stream come as large as the first.
    `fps=${rate[0]}/${rate[1]}:start_time=0`,
    ...(isLaced ? ["bwdif=mode=send_frame"] : []),
    ...colours.filters,
    "setsar=1",
    "format=rgb48le",
  ];
  return {
    width,
    height,
    rate,
    filters,
    ...(colours.decoder && { decoder: colours.decoder }),
    framesGuess: Number.isFinite(seconds) ? Math.max(1, Math.round((seconds * rate[0]) / rate[1])) : 1,
    hasSound: streams.some(({ codec_type }) => codec_type === "audio"),
    notes: [
      stream.codec_name ?? "unknown coding",
      ...colours.notes,
      ...(uneven ? [`uneven frames, shown at ${sayRate(rate)}`] : []),
      ...(rotation !== 0 ? [`turned by ${((rotation % 360) + 360) % 360}°`] : []),
      ...(aspect[0] !== aspect[1] ? [`pixels of ${aspect[0]}:${aspect[1]} made square`] : []),
      ...(isLaced ? ["interlaced, made progressive"] : []),
      ...(pictures.length > 1 ? [`the first of ${pictures.length} streams of pictures`] : []),
      ...(stream.tags?.timecode ? [`timecode ${stream.tags.timecode}`] : []),
    ],
  };
}

/** Frames a second in words: `25`, `29.97`. */
const sayRate = ([frames, seconds]: readonly [number, number]): string =>
  String(Number((frames / seconds).toFixed(3)));
