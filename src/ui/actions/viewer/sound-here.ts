import type { Range } from "../../state/bench/marked";
import type { RangeHere } from "./range-here";

/** What is drawn below the wave, one after the other by one key. */
export const charts = ["curves", "spectrum", "loudness"] as const;
export type Chart = (typeof charts)[number];

/** What the actions on what is heard ask for. */
export interface SoundHere extends RangeHere {
  readonly side: "before" | "after";
  readonly inMix: boolean;
  readonly chart: Chart;
  toggle(): void;
  setSide(side: "before" | "after"): void;
  setInMix(inMix: boolean): void;
  setChart(chart: Chart): void;
  /** Enlarges the wave, or makes it smaller again; absent where it is drawn whole. */
  readonly zoom?: (by: 2 | 0.5) => void;
}

/** Half a second. */
const step = ({ sampleRate }: SoundHere) => Math.round(0.5 * sampleRate);

/** The range half a second earlier or later, within the material. */
export function shifted(here: SoundHere, by: 1 | -1): Range {
  const length = here.range.end - here.range.start;
  const start = Math.min(here.frames - length, Math.max(0, here.range.start + by * step(here)));
  return { start, end: start + length };
}

/** The range half a second longer or shorter, and never shorter than that. */
export const resized = (here: SoundHere, by: 1 | -1): Range => ({
  start: here.range.start,
  end: Math.min(here.frames, Math.max(here.range.start + step(here), here.range.end + by * step(here))),
});
