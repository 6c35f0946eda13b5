import type { Chain } from "@/core/chain/model";
import { prepareAudioChain } from "@/core/chain/run-audio";
import { UnreadableMedia } from "./process";
import { MissingEffects, type RenderHooks } from "./results";
import { writeSoundFile, writeTail, type SoundFormat } from "./sound-sink";
import { probeSound, soundBlocks } from "./sound-stream";

export interface SoundRendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: SoundFormat;
  /** Samples of the material to use; all of it where left out. */
  readonly range?: { readonly start: number; readonly end: number };
}

/** Latency is followed in blocks of this many samples. */
const lateBlock = 4096;

/**
 * Renders a chain over a sound file into another, block by block, so that length never costs memory. Latency is taken
 * out; the tail follows as far as it can be heard. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderSoundFile(input: string, output: string, { chain, strength, format, range }: SoundRendering, hooks: RenderHooks = {}): Promise<{ frames: number }> {
  const { onProgress, signal } = hooks;
  const facts = await probeSound(input);
  const { sampleRate, channels, framesGuess } = facts;
  const processor = prepareAudioChain(chain, strength, { sampleRate, channels });
  if (processor.missing.length > 0) throw new MissingEffects(processor.missing);
  const start = range?.start ?? 0;
  const end = range?.end ?? Infinity;
  const expected = Math.max(1, Math.min(end, framesGuess || end) - start);
  const silent = (frames: number) => Array.from({ length: channels }, () => new Float32Array(frames));
  return writeSoundFile(
    output,
    { format, channels, sampleRate },
    async (sink) => {
      let early = processor.latency;
      const put = async (planes: readonly Float32Array[]) => {
        const frames = planes[0].length;
        processor.process(planes, frames);
        const skipped = Math.min(early, frames);
        early -= skipped;
        if (skipped < frames) await sink.write(skipped > 0 ? planes.map((p) => p.subarray(skipped)) : planes, frames - skipped);
      };
      let seen = 0;
      for await (const block of soundBlocks(input, facts, signal)) {
        const from = Math.max(0, start - seen);
        const to = Math.min(block[0].length, end - seen);
        seen += block[0].length;
        if (from < to) await put(block.map((p) => p.subarray(from, to)));
        onProgress?.(Math.min(1, (seen - start) / expected));
        if (seen >= end) break;
      }
      if (seen <= start) throw new UnreadableMedia(seen === 0 ? "there is no sound in this file" : "the range begins after its end");
      // First what latency held back, which belongs to the material.
      for (let held = processor.latency; held > 0; held -= lateBlock) await put(silent(Math.min(held, lateBlock)));
      const next = async (frames: number) => {
        const planes = silent(frames);
        processor.process(planes, frames);
        return planes;
      };
      await writeTail(sink, processor.tail, sampleRate, next, signal);
    },
    hooks,
  );
}
