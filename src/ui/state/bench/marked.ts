import type { MediaFacts } from "@/core/library/media";
import { offsetOf } from "@/core/library/cutting";
import type { Target } from "@/core/library/entities";
import type { TimeRange } from "@/core/library/stand";

/** Samples, or frames of a film. */
export interface Range {
  readonly start: number;
  readonly end: number;
}

type SoundFacts = Extract<MediaFacts, { kind: "audio" }>;

/** What is looped of new material: long enough to judge, short enough to render at once. Seconds. */
const first = { start: 1, length: 4 };

/**
 * The stretches that are marked, by target, in samples or frames of the file that each first came from: so they stay where they are
 * on what is heard when a clip is cut, rendered in place, or taken back.
 */
export type Marked = ReadonlyMap<string, Range>;

/** What is marked of a target's material, as far as it has so many samples or frames; null where nothing is. */
function knownOn(target: Target, frames: number, marked: Marked): Range | null {
  const known = marked.get(target.id);
  if (!known) return null;
  const offset = offsetOf(target);
  const start = Math.max(0, known.start - offset);
  const end = Math.min(frames, known.end - offset);
  return end > start ? { start, end } : null;
}

/** What is marked of a target's material, in its samples. */
export function rangeOn(target: Target, { frames, sampleRate }: SoundFacts, marked: Marked): Range {
  const known = knownOn(target, frames, marked);
  if (known) return known;
  const length = first.length * sampleRate;
  const begins = Math.min(first.start * sampleRate, Math.max(0, frames - length));
  return { start: begins, end: Math.min(frames, begins + length) };
}

/** What is marked of a film, in its frames: all of it, where nothing is. */
export const filmRangeOn = (target: Target, { frames }: { readonly frames: number }, marked: Marked): Range =>
  knownOn(target, frames, marked) ?? { start: 0, end: frames };

/** With another stretch marked of a target. */
export function markedOn(marked: Marked, target: Target, { start, end }: Range): Marked {
  const offset = offsetOf(target);
  return new Map(marked).set(target.id, { start: start + offset, end: end + offset });
}

/** The same on the session's timeline. */
export const onTimeline = ({ at }: Target, { sampleRate }: SoundFacts, { start, end }: Range): TimeRange => ({
  start: at + start / sampleRate,
  end: at + end / sampleRate,
});
