import { spawn } from "node:child_process";
import { complaintOf, videoFilesOnly } from "../process";
import { longestVideo, type VideoFacts } from "./probe";

/** How ffmpeg is told which decoder reads the pictures of the file that follows; its own choice where none is named. */
export const decodedBy = (decoder: string | undefined): readonly string[] =>
  decoder === undefined ? [] : ["-c:v", decoder];

export interface FrameHooks {
  readonly signal?: AbortSignal;
  /** The frame to begin with, and how many at most. */
  readonly from?: number;
  readonly count?: number;
}

/** How far before a frame decoding begins, in seconds: a key frame is looked for there, and uneven frames before it count. */
const runUp = 1;

/**
 * The frames of a file at its rate, in order: 16-bit RGB codes, row by row, each in a memory of its own. They are the same
 * however they are reached. What is damaged in the middle is passed by as players do; throws `UnreadableMedia` where
 * nothing can be decoded.
 */
export async function* decodeFrames(
  path: string,
  {
    width,
    height,
    rate,
    filters,
    decoder,
  }: Pick<VideoFacts, "width" | "height" | "rate" | "filters" | "decoder">,
  { signal, from = 0, count = Infinity }: FrameHooks = {},
): AsyncGenerator<Uint16Array> {
  const [frames, seconds] = rate;
  // Onto the grid of the frames, so that rounding to it is the same as from the beginning.
  const first = Math.max(0, from - Math.ceil((runUp * frames) / seconds));
  const seek = first > 0 ? ["-ss", ((first * seconds) / frames).toFixed(6)] : [];
  const grid = filters.map((filter) =>
    filter.startsWith("fps=")
      ? filter.replace("start_time=0", `start_time=${(first * seconds) / frames}`)
      : filter,
  );
  const child = spawn(
    "ffmpeg",
    [
      "-v",
      "error",
      ...videoFilesOnly,
      ...decodedBy(decoder),
      ...seek,
      "-copyts",
      "-start_at_zero",
      "-t",
      String(longestVideo + runUp),
      "-i",
      path,
      "-map",
      "0:v:0",
      "-an",
      "-sn",
      "-vf",
      grid.join(","),
      "-fps_mode",
      "passthrough",
      ...(Number.isFinite(count) ? ["-frames:v", String(from - first + count)] : []),
      "-f",
      "rawvideo",
      "-",
    ],
    { stdio: ["ignore", "pipe", "pipe"], signal },
  );
  const complaint: Buffer[] = [];
  child.stderr.on("data", (part: Buffer) => complaint.length < 100 && complaint.push(part));
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on("error", reject);
    child.on("close", resolve);
  });
  ended.catch(() => undefined);
  const bytes = width * height * 6;
  let frame = new Uint8Array(bytes);
  let filled = 0;
  let skip = from - first;
  let given = 0;
  try {
    for await (const part of child.stdout as AsyncIterable<Buffer>) {
      for (let at = 0; at < part.length;) {
        const taken = Math.min(bytes - filled, part.length - at);
        if (skip === 0) frame.set(part.subarray(at, at + taken), filled);
        filled += taken;
        at += taken;
        if (filled < bytes) continue;
        filled = 0;
        if (skip > 0) {
          skip--;
          continue;
        }
        yield new Uint16Array(frame.buffer);
        given++;
        frame = new Uint8Array(bytes);
      }
    }
    const code = await ended;
    if (code !== 0 && given === 0) throw complaintOf(complaint);
  } finally {
    child.kill("SIGKILL");
  }
}

/** How many frames `decodeFrames` gives of a file, without making them. */
export async function countFrames(
  path: string,
  { rate, filters }: Pick<VideoFacts, "rate" | "filters">,
  signal?: AbortSignal,
): Promise<number> {
  const small = [...filters.filter((filter) => filter.startsWith("fps=")), "scale=2:2", "format=rgb48le"];
  let count = 0;
  for await (const _ of decodeFrames(path, { width: 2, height: 2, rate, filters: small }, { signal }))
    count++;
  return count;
}
