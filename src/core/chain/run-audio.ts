import type { AudioContextFacts, AudioProcessor } from "../effects/define";
import { Hold } from "../signal/hold";
import { activeSettings, type Resources } from "./active";
import { learnFrom } from "./learn";
import type { Chain } from "./model";

/** Samples a block; the result never depends on it. */
const blockSize = 1024;

/** `wet = dry + (wet − dry) · share`, in place; nothing is computed at either end, so that both are exact. */
function mixInto(wet: readonly Float32Array[], dry: readonly Float32Array[], share: number, frames: number): void {
  if (share === 1) return;
  wet.forEach((w, c) => {
    const d = dry[c];
    if (share === 0) w.set(d.subarray(0, frames));
    else for (let i = 0; i < frames; i++) w[i] = d[i] + (w[i] - d[i]) * share;
  });
}

/** A processor with a dry path beside it, level-true and aligned to the sample. */
function withDryPath(wet: AudioProcessor, share: number, channels: number): AudioProcessor {
  if (share === 1) return wet;
  const hold = new Hold(wet.latency, channels);
  const dry = Array.from({ length: channels }, () => new Float32Array(blockSize));
  const part: Float32Array[] = Array.from({ length: channels }, () => new Float32Array(0));
  return {
    latency: wet.latency,
    tail: wet.tail,
    process(blocks, frames) {
      for (let done = 0; done < frames; done += blockSize) {
        const run = Math.min(blockSize, frames - done);
        blocks.forEach((block, c) => {
          part[c] = block.subarray(done, done + run);
          dry[c].set(part[c]);
        });
        hold.process(dry, run);
        wet.process(part, run);
        mixInto(part, dry, share, run);
      }
    },
  };
}

/**
 * Makes a chain ready to run; `missing` lists effects and files that are not here, and effects that had nothing to learn
 * from (see `learning`). `strength` in percent blends the whole chain with the
 * untouched material, aligned to the sample.
 */
export function prepareAudioChain(
  chain: Chain,
  strength: number,
  facts: AudioContextFacts,
  resources: Resources = {},
): AudioProcessor & { readonly missing: readonly string[] } {
  const { active, missing } = activeSettings(chain, "audio", resources);
  const parts = active.flatMap(({ index, effect, values, share, files }) => {
    const learnt = resources.learnt?.get(index) ?? null;
    if (effect.analyse && !learnt) {
      missing.push(`${effect.id}, which has to hear the whole material first`);
      return [];
    }
    return [withDryPath(effect.create(values, facts, { files, learnt }), share, facts.channels)];
  });
  const series: AudioProcessor = {
    latency: parts.reduce((sum, p) => sum + p.latency, 0),
    tail: parts.reduce((sum, p) => sum + p.tail, 0),
    process: (blocks, frames) => parts.forEach((part) => part.process(blocks, frames)),
  };
  return { ...withDryPath(series, Math.min(100, Math.max(0, strength)) / 100, facts.channels), missing };
}

export interface AudioMaterial {
  /** One plane a channel, −1…1, all of one length. */
  readonly planes: readonly Float32Array[];
  readonly sampleRate: number;
}

export interface RenderedAudio extends AudioMaterial {
  readonly missing: readonly string[];
}

interface RenderOptions {
  /** Percent. */
  readonly strength?: number;
  /** Samples rendered after the end of the material, at most the chain's own tail. */
  readonly tail?: number;
  readonly resources?: Resources;
}

/** Renders a chain over material from its first sample; latency is taken out. */
export function renderAudio(chain: Chain, material: AudioMaterial, options: RenderOptions = {}): RenderedAudio {
  const { planes, sampleRate } = material;
  const { resources = {} } = options;
  const learnt = learnFrom(chain, planes, sampleRate, resources);
  const processor = prepareAudioChain(chain, options.strength ?? 100, { sampleRate, channels: planes.length }, { ...resources, learnt });
  const length = planes[0].length;
  const total = length + Math.min(options.tail ?? 0, processor.tail);
  const out = planes.map((plane) => {
    const long = new Float32Array(total + processor.latency);
    long.set(plane);
    return long;
  });
  processBlocks(processor, out);
  return { planes: out.map((p) => p.subarray(processor.latency)), sampleRate, missing: processor.missing };
}

function processBlocks(processor: AudioProcessor, planes: readonly Float32Array[]): void {
  const length = planes[0].length;
  for (let at = 0; at < length; at += blockSize) {
    const end = Math.min(length, at + blockSize);
    processor.process(
      planes.map((p) => p.subarray(at, end)),
      end - at,
    );
  }
}

/** Longest run-up to a loop, in seconds: after it even a long reverb has reached its level within a tenth of a dB. */
const longestRunUp = 8;

/**
 * Renders a range as it sounds while it loops, in the settled state: the chain first runs over the range as often as
 * its tail asks for, so that repeats and reverb of the end are heard at the beginning and nothing glides or fades in.
 * `start` and `end` in samples. What has to hear the whole material first hears `material`.
 */
export function renderLoop(chain: Chain, material: AudioMaterial, start: number, end: number, strength = 100, resources: Resources = {}): RenderedAudio {
  const { sampleRate } = material;
  const range = material.planes.map((p) => p.subarray(start, end));
  const length = end - start;
  const learnt = learnFrom(chain, material.planes, sampleRate, resources);
  const processor = prepareAudioChain(chain, strength, { sampleRate, channels: range.length }, { ...resources, learnt });
  const runUp = Math.min(processor.tail, longestRunUp * sampleRate);
  // The run-up ends exactly where the loop begins, wherever in the loop it has to start for that.
  let at = (length - (runUp % length)) % length;
  const scratch = range.map(() => new Float32Array(blockSize));
  const pull = (wanted: number): Float32Array[] => {
    for (let done = 0; done < wanted; ) {
      const run = Math.min(wanted - done, length - at);
      range.forEach((plane, c) => scratch[c].set(plane.subarray(at, at + run), done));
      at = (at + run) % length;
      done += run;
    }
    const blocks = scratch.map((s) => s.subarray(0, wanted));
    processor.process(blocks, wanted);
    return blocks;
  };
  for (let left = runUp + processor.latency; left > 0; left -= blockSize) pull(Math.min(left, blockSize));
  const out = range.map(() => new Float32Array(length));
  for (let done = 0; done < length; done += blockSize)
    pull(Math.min(blockSize, length - done)).forEach((block, c) => out[c].set(block, done));
  return { planes: out, sampleRate, missing: processor.missing };
}
