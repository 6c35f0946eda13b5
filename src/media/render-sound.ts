import { spawn } from "node:child_process";
import { once } from "node:events";
import { open } from "node:fs/promises";
import type { Chain } from "@/core/chain/model";
import { prepareAudioChain } from "@/core/chain/run-audio";
import { wavDataBytes, wavHeader, wavHeaderBytes, wavSamples, type WavEncoding } from "@/core/formats/wav/encode";
import { lastComplaint, UnreadableMedia } from "./process";
import { MissingEffects, type RenderHooks, type ResultFormat } from "./results";
import { probeSound, soundBlocks } from "./sound-stream";
import { writeWholeFile } from "./whole-file";

export interface SoundRendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: Extract<ResultFormat, "wav" | "wav-float" | "flac">;
  /** Samples of the material to use; all of it where left out. */
  readonly range?: { readonly start: number; readonly end: number };
}

/** Where rendered blocks go. */
interface Sink {
  write(planes: readonly Float32Array[], frames: number): Promise<void>;
  close(frames: number): Promise<void>;
  abandon(): Promise<void>;
}

async function wavSink(path: string, encoding: WavEncoding, channels: number, sampleRate: number): Promise<Sink> {
  const file = await open(path, "w");
  let at = wavHeaderBytes;
  return {
    async write(planes, frames) {
      const bytes = wavSamples(planes, frames, encoding);
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
function flacSink(path: string, channels: number, sampleRate: number): Sink {
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
 * Renders a chain over a sound file into another, block by block, so that length never costs memory. Latency is taken
 * out; the tail follows until it is silent. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderSoundFile(input: string, output: string, { chain, strength, format, range }: SoundRendering, { onProgress, signal }: RenderHooks = {}): Promise<{ frames: number }> {
  const facts = await probeSound(input);
  const { sampleRate, channels, framesGuess } = facts;
  const processor = prepareAudioChain(chain, strength, { sampleRate, channels });
  if (processor.missing.length > 0) throw new MissingEffects(processor.missing);
  const start = range?.start ?? 0;
  const end = range?.end ?? Infinity;
  const expected = Math.max(1, Math.min(end, framesGuess || end) - start);
  return writeWholeFile(output, async (part) => {
    const sink = format === "flac" ? flacSink(part, channels, sampleRate) : await wavSink(part, format === "wav" ? "s24" : "f32", channels, sampleRate);
    let early = processor.latency;
    let written = 0;
    const put = async (planes: readonly Float32Array[]) => {
      const frames = planes[0].length;
      processor.process(planes, frames);
      const skipped = Math.min(early, frames);
      early -= skipped;
      if (skipped === frames) return;
      const kept = skipped > 0 ? planes.map((p) => p.subarray(skipped)) : planes;
      await sink.write(kept, frames - skipped);
      written += frames - skipped;
    };
    try {
      let seen = 0;
      for await (const block of soundBlocks(input, facts, signal)) {
        const from = Math.max(0, start - seen);
        const to = Math.min(block[0].length, end - seen);
        seen += block[0].length;
        if (from < to) await put(block.map((p) => p.subarray(from, to)));
        onProgress?.(Math.min(1, written / expected));
        if (seen >= end) break;
      }
      if (seen <= start) throw new UnreadableMedia(seen === 0 ? "there is no sound in this file" : "the range begins after its end");
      // First what latency held back, which belongs to the material, then the tail until it is silent.
      for (let held = processor.latency; held > 0; held -= tailBlock) await put(Array.from({ length: channels }, () => new Float32Array(Math.min(held, tailBlock))));
      for (let left = Math.min(processor.tail, longestTail * sampleRate); left > 0; left -= tailBlock) {
        signal?.throwIfAborted();
        const planes = Array.from({ length: channels }, () => new Float32Array(Math.min(left, tailBlock)));
        processor.process(planes, planes[0].length);
        if (isSilent(planes)) break;
        await sink.write(planes, planes[0].length);
        written += planes[0].length;
      }
      await sink.close(written);
    } catch (error) {
      await sink.abandon().catch(() => undefined);
      throw signal?.aborted ? signal.reason : error;
    }
    onProgress?.(1);
    return { frames: written };
  });
}
