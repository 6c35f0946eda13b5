import { spawn } from "node:child_process";
import { once } from "node:events";
import { open } from "node:fs/promises";
import {
  wavDataBytes,
  wavHeader,
  wavHeaderBytes,
  wavSamples,
  type Clipping,
  type WavEncoding,
} from "@/core/formats/wav/encode";
import { layoutOf } from "@/core/signal/speakers";
import { longestTail } from "@/core/effects/aligned";
import { complaintOf } from "./process";
import type { ResultFormatOf } from "@/core/library/renders";
import type { RenderHooks } from "./results";
import { writeWholeFile } from "./whole-file";

export type SoundFormat = ResultFormatOf<"audio">;

const encodings: Record<Exclude<SoundFormat, "flac">, WavEncoding> = {
  "wav-16": "s16",
  wav: "s24",
  "wav-32": "s32",
  "wav-float": "f32",
};

/** Where rendered blocks go. */
export interface SoundSink {
  /** Writes the first `frames` samples of every plane. */
  write(planes: readonly Float32Array[], frames: number): Promise<void>;
  /** Writes codes of 32 bits, interleaved, as they are; only where the format is of 32 bits. */
  writeCodes(codes: Uint8Array, frames: number): Promise<void>;
}

interface OpenFile extends SoundSink {
  close(frames: number): Promise<void>;
  abandon(): Promise<void>;
}

/** What a file of sound is like. */
export interface SoundShape {
  readonly format: SoundFormat;
  readonly channels: number;
  readonly sampleRate: number;
  /** Loudspeakers of the channels, a mask of `speakers`, where they are to be named. */
  readonly mask?: number;
}

async function wavSink(
  path: string,
  encoding: WavEncoding,
  { channels, sampleRate, mask }: SoundShape,
  clipping: Clipping,
): Promise<OpenFile> {
  const file = await open(path, "w");
  const shape = { channels, sampleRate, encoding, mask };
  let at = wavHeaderBytes(shape);
  let written = 0;
  const append = async (bytes: Uint8Array, frames: number) => {
    written += frames;
    await file.write(bytes, 0, bytes.length, at);
    at += bytes.length;
  };
  return {
    write: (planes, frames) => append(wavSamples(planes, frames, encoding, written, clipping), frames),
    writeCodes: append,
    async close(frames) {
      const facts = { ...shape, frames };
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
function flacSink(path: string, { channels, sampleRate, mask }: SoundShape, clipping: Clipping): OpenFile {
  const child = spawn(
    "ffmpeg",
    [
      "-v",
      "error",
      "-f",
      "s24le",
      "-ar",
      String(sampleRate),
      "-ac",
      String(channels),
      ...(channels > 2 ? ["-channel_layout", layoutOf(channels, mask).join("+")] : []),
      "-i",
      "-",
      "-map_metadata",
      "-1",
      "-fflags",
      "+bitexact",
      "-flags:a",
      "+bitexact",
      "-c:a",
      "flac",
      "-f",
      "flac",
      "-y",
      path,
    ],
    { stdio: ["pipe", "ignore", "pipe"] },
  );
  const complaint: Buffer[] = [];
  child.stderr.on("data", (part: Buffer) => complaint.push(part));
  child.stdin.on("error", () => undefined);
  const ended = once(child, "close") as Promise<[number | null]>;
  return {
    async write(planes, frames) {
      if (!child.stdin.write(wavSamples(planes, frames, "s24", 0, clipping)))
        await Promise.race([once(child.stdin, "drain"), ended]);
    },
    writeCodes: () => Promise.reject(new Error("FLAC has 24 bits")),
    async close() {
      child.stdin.end();
      const [code] = await ended;
      if (code !== 0) throw new Error(`FLAC could not be written: ${complaintOf(complaint).message}`);
    },
    async abandon() {
      child.kill("SIGKILL");
      await ended;
    },
  };
}

/** Below this a tail cannot be heard in 24 bits any more: half a code. */
const silence = 0.5 / 2 ** 23;
const tailBlock = 4096;

const isSilent = (planes: readonly Float32Array[]) =>
  planes.every((plane) => plane.every((v) => Math.abs(v) < silence));

/**
 * Writes what goes on after the material has ended, at most `samples` and a minute: up to the last block that can be
 * heard. A pause, as between two repeats, is no end.
 */
export async function writeTail(
  sink: SoundSink,
  samples: number,
  sampleRate: number,
  next: (frames: number) => Promise<readonly Float32Array[]>,
  signal?: AbortSignal,
): Promise<void> {
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
  shape: SoundShape,
  write: (sink: SoundSink) => Promise<void>,
  { onProgress, onNote, signal }: RenderHooks,
): Promise<{ frames: number }> {
  return writeWholeFile(output, async (part) => {
    const { format } = shape;
    const clipping: Clipping = { samples: 0, peak: 0 };
    const file =
      format === "flac"
        ? flacSink(part, shape, clipping)
        : await wavSink(part, encodings[format], shape, clipping);
    let frames = 0;
    const sink: SoundSink = {
      async write(planes, count) {
        await file.write(planes, count);
        frames += count;
      },
      async writeCodes(codes, count) {
        await file.writeCodes(codes, count);
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
    if (clipping.samples > 0)
      onNote?.({ code: "clipped", samples: clipping.samples, peak: 20 * Math.log10(clipping.peak) });
    onProgress?.(1);
    return { frames };
  });
}
