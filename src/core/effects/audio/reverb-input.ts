import { planeIn } from "../../kernels/plane";
import { butterworth, cascade } from "../../signal/biquad";
import { Hold } from "../../signal/hold";
import type { AudioContextFacts } from "../../signal/block";
import { hertz, milliseconds, percent, seconds } from "../parameter";

/** What the algorithmic reverbs share: their parameters, with defaults of each one's own. */
export const reverbParameters = (own: {
  readonly decay: number;
  readonly preDelay: number;
  readonly damping: number;
  readonly lowCut: number;
  readonly highCut: number;
}) => ({
  decay: seconds({
    label: "Decay",
    help: "Time in which it falls by 60 dB.",
    min: 0.1,
    max: 12,
    default: own.decay,
  }),
  preDelay: milliseconds({
    label: "Pre-delay",
    help: "From the sound to the onset of its reverb.",
    min: 0,
    max: 250,
    default: own.preDelay,
  }),
  damping: hertz({
    label: "Damping",
    help: "Highs from here decay in half the time and less.",
    min: 500,
    max: 20000,
    default: own.damping,
    off: "max",
  }),
  size: percent({
    label: "Size",
    help: "Small is coloured and tight, large is open.",
    min: 50,
    max: 200,
    default: 100,
  }),
  lowCut: hertz({
    label: "Low cut",
    help: "Keeps lows out of the reverb.",
    min: 10,
    max: 2000,
    default: own.lowCut,
    off: "min",
  }),
  highCut: hertz({
    label: "High cut",
    help: "Keeps highs out of the reverb.",
    min: 500,
    max: 20000,
    default: own.highCut,
    off: "max",
  }),
});

/** Samples a step inside of the reverbs. */
export const stepLimit = 512;

/**
 * What enters a reverb: all channels summed to one, cut below and above, held back by the pre-delay. Cuts are out of
 * circuit at the ends of their ranges.
 */
export class ReverbInput {
  /** Where the samples are left; to be looked at only once everything has been created. */
  readonly mono: () => Float32Array;
  /** Samples of pre-delay. */
  readonly delay: number;
  private readonly filter: (blocks: readonly Float32Array[], frames: number) => void;
  private readonly hold: Hold;

  constructor(
    {
      lowCut,
      highCut,
      preDelay,
    }: { readonly lowCut: number; readonly highCut: number; readonly preDelay: number },
    private readonly facts: AudioContextFacts,
  ) {
    const { sampleRate, kernels } = facts;
    this.filter = cascade(
      [
        ...(lowCut > 10 ? butterworth("high-pass", lowCut, "12", sampleRate) : []),
        ...(highCut < 20000 ? butterworth("low-pass", highCut, "12", sampleRate) : []),
      ],
      1,
      kernels,
    );
    this.delay = Math.round((preDelay / 1000) * sampleRate);
    this.hold = new Hold(this.delay, 1, kernels);
    this.mono = planeIn(kernels, stepLimit);
  }

  /** Leaves the next `run` samples in `mono`. Pre: `run` ≤ stepLimit. */
  take(blocks: readonly Float32Array[], from: number, run: number): void {
    const { channels, kernels } = this.facts;
    const mono = this.mono();
    mono.fill(0, 0, run);
    for (const block of blocks)
      if (kernels) kernels.run.addScaled(mono.byteOffset, block.byteOffset + 4 * from, run, 1 / channels);
      else for (let i = 0; i < run; i++) mono[i] += block[from + i] / channels;
    this.filter([mono], run);
    this.hold.process([mono], run);
  }
}

/** Calls `step` for stretches of at most `stepLimit` samples that cover a block. */
export function inSteps(frames: number, step: (from: number, run: number) => void): void {
  for (let from = 0; from < frames; from += stepLimit) step(from, Math.min(stepLimit, frames - from));
}
