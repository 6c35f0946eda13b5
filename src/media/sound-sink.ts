import { spawn } from "node:child_process";
import { once } from "node:events";
import { open } from "node:fs/promises";
import { wavDataBytes, wavHeader, wavHeaderBytes, wavSamples, type WavEncoding } from "@/core/formats/wav/encode";
import { lastComplaint } from "./process";
import type { RenderHooks, ResultFormatOf } from "./results";
import { writeWholeFile } from "./whole-file";

export type SoundFormat = ResultFormatOf<"audio">;

const encodings: Record<Exclude<SoundFormat, "flac">, WavEncoding> = { "wav-16": "s16", wav: "s24", "wav-32": "s32", "wav-float": "f32" };

/** Where rendered blocks go. */
export interface SoundSink {
  /** Writes the first `frames` samples of every plane. */
  write(planes: readonly Float32Array[], frames: number): Promise<void>;
}

interface OpenFile extends SoundSink {
  close(frames: number): Promise<void>;
  abandon(): Promise<void>;
}

async function wavSink(path: string, encoding: WavEncoding, channels: number, sampleRate: number): Promise<OpenFile> {
  const file = await open(path, "w");
  let at = wavHeaderBytes;
  let written = 0;
  return {
    async write(planes, frames) {
      const bytes = wavSamples(planes, frames, encoding, written);
      written += frames;
      await file.write(bytes, 0, bytes.length, at);
      at += bytes.length;
    },
    async close(frames) {
      const facts = { channels, sampleRate, frames, encoding };
      if (wavDataBytes(facts) & 1) await file.write(new Uint8Array(1), 0, 1, at);
      const header = wavHeader(facts);
      await file.write(header, 0, header.length, 0);
      await file.sync();
      await file.close();
    },
    abandon: () => file.close(),
  };
}

/** FLAC of the very codes that a 24-bit WAV would have, packed by ffmpeg. */
function flacSink(path: string, channels: number, sampleRate: number): OpenFile {
  const child = spawn(
    "ffmpeg",
    ["-v", "error", "-f", "s24le", "-ar", String(sampleRate), "-ac", String(channels), "-i", "-", "-map_metadata", "-1", "-fflags", "+bitexact", "-flags:a", "+bitexact", "-c:a", "flac", "-f", "flac", "-y", path],
    { stdio: ["pipe", "ignore", "pipe"] },
  );
  const complaint: Buffer[] = [];
  child.stderr.on("data", (part: Buffer) => complaint.push(part));
  child.stdin.on("error", () => undefined);
  const ended = once(child, "close") as Promise<[number | null]>;
  return {
    async write(planes, frames) {
      if (!child.stdin.write(wavSamples(planes, frames, "s24"))) await Promise.race([once(child.stdin, "drain"), ended]);
    },
    async close() {
      child.stdin.end();
      const [code] = await ended;
      if (code !== 0) throw new Error(`FLAC could not be written: ${lastComplaint(complaint)}`);
    },
    async abandon() {
      child.kill("SIGKILL");
      await ended;
    },
  };
}

/** Below this a tail cannot be heard in 24 bits any more: half a code. */
const silence = 0.5 / 8388607;
/** Tails are followed no longer than this, in seconds. */
const longestTail = 60;
const tailBlock = 4096;

const isSilent = (planes: readonly Float32Array[]) => planes.every((plane) => plane.every((v) => Math.abs(v) < silence));

/**
 * Writes what goes on after the material has ended, at most `samples` and a minute: up to the last block that can be
 * heard. A pause, as between two repeats, is no end.
 */
export async function writeTail(sink: SoundSink, samples: number, sampleRate: number, next: (frames: number) => Promise<readonly Float32Array[]>, signal?: AbortSignal): Promise<void> {
  let pause: (readonly Float32Array[])[] = [];
  for (let left = Math.min(samples, longestTail * sampleRate); left > 0; left -= tailBlock) {
    signal?.throwIfAborted();
    const planes = await next(Math.min(left, tailBlock));
    pause.push(planes);
    if (isSilent(planes)) continue;
    for (const block of pause) await sink.write(block, block[0].length);
    pause = [];
  }
}

/** Writes a sound file by what `write` puts into its sink; where that fails there is no file. Returns its length in samples. */
export async function writeSoundFile(
  output: string,
  { format, channels, sampleRate }: { readonly format: SoundFormat; readonly channels: number; readonly sampleRate: number },
  write: (sink: SoundSink) => Promise<void>,
  { onProgress, signal }: RenderHooks,
): Promise<{ frames: number }> {
  return writeWholeFile(output, async (part) => {
    const file = format === "flac" ? flacSink(part, channels, sampleRate) : await wavSink(part, encodings[format], channels, sampleRate);
    let frames = 0;
    const sink: SoundSink = {
      async write(planes, count) {
        await file.write(planes, count);
        frames += count;
      },
    };
    try {
      await write(sink);
      await file.close(frames);
    } catch (error) {
      await file.abandon().catch(() => undefined);
      throw signal?.aborted ? signal.reason : error;
    }
    onProgress?.(1);
    return { frames };
  });
}
