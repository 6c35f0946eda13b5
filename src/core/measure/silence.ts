import { overviewStep } from "./overview";

/** What counts as silence. */
export interface Silence {
  /** Peaks stay under it, dB of full scale. */
  readonly below: number;
  /** Milliseconds. */
  readonly lasting: number;
}

/**
 * The first sample at or behind `from` where a sound is silent and stays so, from its overview's pairs; null where that is
 * nowhere before `to`. As exact as an overview is: 64 samples. Silence that `from` lies in begins with `from`; the sound's
 * own end counts as silence only where it was silent before.
 */
export function nextSilence(
  pairs: Int16Array,
  { below, lasting }: Silence,
  sampleRate: number,
  from: number,
  to: number,
): number | null {
  const limit = 10 ** (below / 20) * 32767;
  const needed = Math.max(1, Math.ceil((lasting / 1000) * (sampleRate / overviewStep)));
  const last = Math.min(pairs.length / 2, Math.ceil(to / overviewStep));
  const first = Math.max(0, Math.floor(from / overviewStep));
  let quiet = 0;
  for (let i = first; i < last; i++) {
    const isQuiet = -pairs[i * 2] <= limit && pairs[i * 2 + 1] <= limit;
    quiet = isQuiet ? quiet + 1 : 0;
    if (quiet >= needed) return Math.max(from, (i - quiet + 1) * overviewStep);
  }
  return null;
}
