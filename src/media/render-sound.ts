import type { Resources } from "@/core/chain/active";
import { learning } from "@/core/chain/learn";
import type { Chain } from "@/core/chain/model";
import { prepareAudioChain } from "@/core/chain/prepare-audio";
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
  /** Files that effects depend on, by their hash. */
  readonly files?: Resources["files"];
}

/** Latency is followed in blocks of this many samples. */
const lateBlock = 4096;

/**
 * Renders a chain over a sound file into another, block by block, so that length never costs memory. Latency is taken
 * out; the tail follows as far as it can be heard. What has to hear the whole material first reads the file once more. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderSoundFile(input: string, output: string, { chain, strength, format, range, files }: SoundRendering, hooks: RenderHooks = {}): Promise<{ frames: number }> {
  const { onProgress, signal } = hooks;
  const facts = await probeSound(input);
  const { sampleRate, channels, framesGuess } = facts;
  const start = range?.start ?? 0;
  const end = range?.end ?? Infinity;
  /** The wanted blocks of the material; each is only good until the next. */
  async function* material() {
    let seen = 0;
    for await (const block of soundBlocks(input, facts, signal)) {
      const from = Math.max(0, start - seen);
      const to = Math.min(block[0].length, end - seen);
      seen += block[0].length;
      if (from < to) yield block.map((p) => p.subarray(from, to));
      if (seen >= end) return;
    }
    if (seen <= start) throw new UnreadableMedia(seen === 0 ? "there is no sound in this file" : "the range begins after its end");
  }
  const lessons = learning(chain, { sampleRate, channels }, { files });
  let lesson = lessons.next();
  for (; !lesson.done; lesson = lessons.next()) for await (const block of material()) lesson.value(block, block[0].length);
  const processor = prepareAudioChain(chain, strength, { sampleRate, channels }, { files, learnt: lesson.value });
  if (processor.missing.length > 0) throw new MissingEffects(processor.missing);
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
      let done = 0;
      for await (const block of material()) {
        done += block[0].length;
        await put(block);
        onProgress?.(Math.min(1, done / expected));
      }
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
