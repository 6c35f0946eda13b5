import type { Resources } from "@/core/chain/active";
import { learning, missed } from "@/core/chain/learn";
import { courseFrom } from "@/core/chain/automated";
import type { Chain } from "@/core/chain/model";
import { isMoving } from "@/core/chain/motion";
import { prepareAudioChain } from "@/core/chain/prepare-audio";
import { withFadedEdges, type Part } from "@/core/media/part";
import { Aligned } from "@/core/effects/aligned";
import { UnreadableMedia } from "./process";
import { MissingEffects, type RenderHooks } from "./results";
import { writeSoundFile, writeTail, type SoundFormat } from "./sound-sink";
import { codeBlocks, probeSound, soundBlocks } from "./sound-stream";

export interface SoundRendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: SoundFormat;
  /** Samples of the material to use; all of it where left out. */
  readonly range?: { readonly start: number; readonly end: number };
  /** The same with edges that come and go. */
  readonly part?: Part;
  /** Files that effects depend on, by their hash. */
  readonly files?: Resources["files"];
}

async function countSamples(blocks: AsyncIterable<readonly Float32Array[]>): Promise<number> {
  let count = 0;
  for await (const [plane] of blocks) count += plane.length;
  return count;
}

/**
 * Renders a chain over a sound file into another, block by block, so that length never costs memory. Latency is taken
 * out; the tail follows as far as it can be heard. What has to hear the whole material first reads the file again, as
 * often as it asks for. A chain that does nothing leaves every code as it was, where the format holds it. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderSoundFile(
  input: string,
  output: string,
  { chain, strength, format, range, part, files }: SoundRendering,
  hooks: RenderHooks = {},
): Promise<{ frames: number }> {
  const { onProgress, signal } = hooks;
  const facts = await probeSound(input);
  const { sampleRate, channels, framesGuess, mask } = facts;
  const start = part?.from ?? range?.start ?? 0;
  const end = part?.to ?? range?.end ?? Infinity;
  /** The parts of what comes one after the other that lie in the range; `from` and `to` are samples of a part. */
  async function* within<Part>(
    parts: AsyncIterable<Part>,
    framesOf: (part: Part) => number,
    cut: (part: Part, from: number, to: number) => Part,
  ) {
    let seen = 0;
    for await (const part of parts) {
      const frames = framesOf(part);
      const from = Math.max(0, start - seen);
      const to = Math.min(frames, end - seen);
      seen += frames;
      if (from < to) yield cut(part, from, to);
      if (seen >= end) return;
    }
    if (seen <= start)
      throw new UnreadableMedia(
        seen === 0 ? "there is no sound in this file" : "the range begins after its end",
      );
  }
  let repaired = 0;
  /** The wanted blocks of the material; each is only good until the next. */
  const blocks = () =>
    within<readonly Float32Array[]>(
      soundBlocks(input, facts, { signal, onRepaired: (samples) => (repaired = samples) }),
      ([plane]) => plane.length,
      (planes, from, to) => planes.map((p) => p.subarray(from, to)),
    );
  async function* material() {
    let done = 0;
    for await (const planes of blocks()) {
      const faded = withFadedEdges(planes, done, part);
      done += planes[0].length;
      yield faded;
    }
  }
  // What fits a sound by its length must know it to the sample.
  const frames = isMoving(chain) ? await countSamples(blocks()) : 1;
  const course = courseFrom(0, frames, sampleRate);
  const lessons = learning(chain, { sampleRate, channels, mask }, { files, course });
  let lesson = lessons.next();
  for (; !lesson.done; lesson = lessons.next())
    for await (const block of material()) lesson.value(block, block[0].length);
  for (const said of missed(chain, lesson.value, { files })) hooks.onNote?.({ code: "missed", said });
  const processor = prepareAudioChain(
    chain,
    strength,
    { sampleRate, channels, mask },
    { files, course, learnt: lesson.value },
  );
  if (processor.missing.length > 0) throw new MissingEffects(processor.missing);
  const expected = Math.max(1, Math.min(end, framesGuess || end) - start);
  return writeSoundFile(
    output,
    { format, channels, sampleRate, mask },
    async (sink) => {
      let done = 0;
      const told = (frames: number) => onProgress?.(Math.min(1, (done += frames) / expected));
      if (processor.isIdle && !part && facts.isDeep && format === "wav-32") {
        const bytes = 4 * channels;
        const parts = within<Buffer>(
          codeBlocks(input, facts, { signal }),
          (part) => part.length / bytes,
          (part, from, to) => part.subarray(from * bytes, to * bytes),
        );
        for await (const part of parts) {
          await sink.writeCodes(part, part.length / bytes);
          told(part.length / bytes);
        }
        return;
      }
      let ready: readonly Float32Array[] | null = null;
      const aligned = new Aligned(processor, channels, (planes) => (ready = planes));
      const write = async () => {
        if (ready) await sink.write(ready, ready[0].length);
        ready = null;
      };
      for await (const block of material()) {
        const frames = block[0].length;
        aligned.put(block, frames);
        await write();
        told(frames);
      }
      // First what latency held back, which belongs to the material.
      for (const _ of aligned.ending()) await write();
      const next = async (frames: number) => {
        const planes = Array.from({ length: channels }, () => new Float32Array(frames));
        processor.process(planes, frames);
        return planes;
      };
      await writeTail(sink, processor.tail, sampleRate, next, signal);
      if (repaired > 0) hooks.onNote?.({ code: "repaired", samples: repaired });
    },
    hooks,
  );
}
