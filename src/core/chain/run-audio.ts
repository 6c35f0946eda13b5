import { longestBlock } from "../signal/block";
import type { Resources } from "./active";
import { courseFrom } from "./automated";
import { learnTurns } from "./learn";
import type { Chain } from "./model";
import { prepareAudioChain } from "./prepare-audio";
import { atOnce } from "./turns";

export interface AudioMaterial {
  /** One plane a channel, −1…1, all of one length. */
  readonly planes: readonly Float32Array[];
  readonly sampleRate: number;
  /** Loudspeakers of the planes, where they are named; see `speakers`. */
  readonly mask?: number;
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
export function renderAudio(
  chain: Chain,
  material: AudioMaterial,
  options: RenderOptions = {},
): RenderedAudio {
  const { planes, sampleRate, mask } = material;
  const { resources = {} } = options;
  const timed = { course: courseFrom(0, planes[0].length, sampleRate), ...resources };
  const learnt = resources.learnt ?? atOnce(learnTurns(chain, planes, material, timed));
  const processor = prepareAudioChain(
    chain,
    options.strength ?? 100,
    { sampleRate, channels: planes.length, mask },
    { ...timed, learnt },
  );
  const length = planes[0].length;
  const total = length + Math.min(options.tail ?? 0, processor.tail);
  const out = planes.map(() => new Float32Array(total));
  processor.through(planes, 0, out, -processor.latency, total + processor.latency);
  return { planes: out, sampleRate, missing: processor.missing };
}

/** Longest run-up to a loop, in seconds: after it even a long reverb has reached its level within a tenth of a dB. */
const longestRunUp = 8;
/** Samples a turn: about two milliseconds' work for a chain of some effects. */
const aTurn = 16 * longestBlock;

/** `loopTurns` at once. */
export const renderLoop = (...given: Parameters<typeof loopTurns>): RenderedAudio =>
  atOnce(loopTurns(...given));

/**
 * Renders a range as it sounds while it loops, in the settled state: the chain first runs over the range as often as
 * it takes to settle, so that repeats and reverb of the end are heard at the beginning, nothing glides or fades in, and
 * what follows the level has found it.
 * `start` and `end` in samples; what moves by keyframes is timed by the `course` that `resources` name, else by the material. What has to hear the whole material first hears `material`, unless `resources` say what it has learnt. Yields after each turn.
 */
export function* loopTurns(
  chain: Chain,
  material: AudioMaterial,
  start: number,
  end: number,
  strength = 100,
  resources: Resources = {},
): Generator<void, RenderedAudio> {
  const { sampleRate, mask } = material;
  const range = material.planes.map((p) => p.subarray(start, end));
  const length = end - start;
  const course = resources.course ?? courseFrom(0, material.planes[0].length, sampleRate);
  const timed = { ...resources, course };
  const learnt = resources.learnt ?? (yield* learnTurns(chain, material.planes, material, timed));
  const processor = prepareAudioChain(
    chain,
    strength,
    { sampleRate, channels: range.length, mask },
    { ...timed, learnt },
  );
  const first = course.start + start;
  const runUp = Math.min(processor.settles, longestRunUp * sampleRate);
  // The run-up ends exactly where the loop begins, wherever in the loop it has to start for that.
  let at = (length - (runUp % length)) % length;
  processor.seek(first + at);
  const scratch = range.map(() => new Float32Array(aTurn));
  const pull = (wanted: number): Float32Array[] => {
    for (let done = 0; done < wanted;) {
      const run = Math.min(wanted - done, length - at);
      const part = scratch.map((plane) => plane.subarray(done, done + run));
      range.forEach((plane, c) => part[c].set(plane.subarray(at, at + run)));
      processor.process(part, run);
      at = (at + run) % length;
      if (at === 0) processor.seek(first);
      done += run;
    }
    return scratch;
  };
  for (let left = runUp + processor.latency; left > 0; left -= aTurn) {
    pull(Math.min(left, aTurn));
    yield;
  }
  const out = range.map(() => new Float32Array(length));
  for (let done = 0; done < length; done += aTurn) {
    const run = Math.min(aTurn, length - done);
    pull(run).forEach((block, c) => out[c].set(block.subarray(0, run), done));
    yield;
  }
  return { planes: out, sampleRate, missing: processor.missing };
}
