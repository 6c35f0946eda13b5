import { spawn } from "node:child_process";
import { lastComplaint, outputOf, soundFilesOnly, UnreadableMedia } from "./process";

export interface SoundFacts {
  readonly sampleRate: number;
  readonly channels: number;
  /** Samples a channel as far as the file's own header tells; only a guess for some formats. */
  readonly framesGuess: number;
  /** The header tells the length to the sample, so that a file which holds less is damaged. */
  readonly isExact: boolean;
}

const exactFormats = ["wav", "w64", "aiff", "flac"];

const mostChannels = 8;

/** What a file says of its first sound stream. Throws `UnreadableMedia` where there is none, or with over 8 channels. */
export async function probeSound(path: string): Promise<SoundFacts> {
  const probed = await outputOf("ffprobe", [
    "-v", "error", ...soundFilesOnly, "-select_streams", "a:0", "-show_entries", "stream=sample_rate,channels,duration:format=duration,format_name", "-of", "json", path,
  ]);
  const { streams, format } = JSON.parse(probed.toString()) as { streams?: { sample_rate: string; channels: number; duration?: string }[]; format?: { duration?: string; format_name?: string } };
  const stream = streams?.[0];
  if (!stream || !(stream.channels > 0)) throw new UnreadableMedia("there is no sound in this file");
  if (stream.channels > mostChannels) throw new UnreadableMedia(`it has ${stream.channels} channels; at most ${mostChannels} can be used`);
  const sampleRate = Number(stream.sample_rate);
  const seconds = Number(stream.duration ?? format?.duration ?? 0);
  return {
    sampleRate,
    channels: stream.channels,
    framesGuess: Number.isFinite(seconds) ? Math.round(seconds * sampleRate) : 0,
    isExact: exactFormats.includes(format?.format_name ?? ""),
  };
}

/**
 * Decodes a sound file block by block at its own rate, however long it is. Each block is one plane a channel, only
 * valid until the next is asked for. Throws `UnreadableMedia` where the file is damaged, also in its middle.
 */
export async function* soundBlocks(path: string, { channels, sampleRate, framesGuess, isExact }: SoundFacts, signal?: AbortSignal): AsyncGenerator<Float32Array[]> {
  // -xerror: a damaged place is an error, not a gap that nobody hears of.
  const child = spawn("ffmpeg", ["-v", "error", "-xerror", ...soundFilesOnly, "-i", path, "-map", "a:0", "-f", "f32le", "-c:a", "pcm_f32le", "-"], { stdio: ["ignore", "pipe", "pipe"], signal });
  const complaint: Buffer[] = [];
  child.stderr.on("data", (part: Buffer) => complaint.push(part));
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on("error", reject);
    child.on("close", resolve);
  });
  // Its failure is looked at after the last block; until then it is nobody's.
  ended.catch(() => undefined);
  let rest: Buffer = Buffer.alloc(0);
  const frameBytes = channels * 4;
  let decoded = 0;
  try {
    for await (const part of child.stdout as AsyncIterable<Buffer>) {
      const all = rest.length > 0 ? Buffer.concat([rest, part]) : part;
      const frames = Math.floor(all.length / frameBytes);
      // Copied, since a view of floats must begin at a multiple of four bytes.
      const samples = new Float32Array(all.buffer.slice(all.byteOffset, all.byteOffset + frames * frameBytes));
      rest = all.subarray(frames * frameBytes);
      if (frames === 0) continue;
      decoded += frames;
      yield Array.from({ length: channels }, (_, c) => {
        const plane = new Float32Array(frames);
        for (let i = 0, at = c; i < frames; i++, at += channels) plane[i] = samples[at];
        return plane;
      });
    }
    if ((await ended) !== 0) throw new UnreadableMedia(lastComplaint(complaint));
    // Decoders pass by damaged stretches without a word; the rounding of the told length is allowed for.
    if (isExact && decoded < framesGuess - 1) throw new UnreadableMedia(`it is damaged or cut off: of ${(framesGuess / sampleRate).toFixed(1)} s only ${(decoded / sampleRate).toFixed(1)} s can be read`);
  } finally {
    child.kill("SIGKILL");
  }
}
