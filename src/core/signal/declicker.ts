import { interpolateGap, predictor } from "./linear-prediction";

/** Order of the prediction at 48 kHz: enough for two octaves of formants or a chord. */
const orderAt48 = 40;
/** Marks closer than this many samples belong to one click. */
const joins = 6;
/** Samples that a click is taken to reach beyond its marks. */
const margin = 2;

const median = (values: Float64Array): number => values.slice().sort()[values.length >> 1];

/**
 * Finds and mends clicks in one channel. A frame is predicted from its past and from its future; where both errors are
 * far above the usual one lies a click (a click spoils the forward error after it and the backward error before it, so
 * only within it both), and it is replaced by the interpolation that fits the prediction. What is longer than the
 * longest click stays, as it is sound. Twice, the second time with a prediction that the clicks no longer spoil.
 * Sources: Godsill & Rayner, Digital Audio Restoration, 1998, §5.2 (detection); Janssen et al. 1986 (interpolation).
 */
export class Declicker {
  readonly latency: number;
  private readonly frame: Float64Array;
  private readonly hop: number;
  private readonly order: number;
  private at = 0;

  /** `threshold`: how many times the usual error; `longest` in samples. */
  constructor(
    sampleRate: number,
    private readonly threshold: number,
    private readonly longest: number,
  ) {
    this.order = Math.max(8, Math.round((orderAt48 * sampleRate) / 48_000));
    // Long enough that a longest click and its surroundings fit into a quarter.
    const size =
      2 ** Math.ceil(Math.log2(Math.max((2048 * sampleRate) / 48_000, 4 * (longest + 2 * this.order + 16))));
    this.frame = new Float64Array(size);
    this.hop = size / 2;
    this.latency = size;
  }

  /** Replaces the first `frames` samples of `x`. */
  process(x: Float32Array, frames: number): void {
    const { frame, hop } = this;
    for (let i = 0; i < frames; i++) {
      const out = frame[this.at];
      frame[this.at] = frame[hop + this.at];
      frame[hop + this.at] = x[i];
      x[i] = out;
      if (++this.at === hop) {
        this.at = 0;
        this.mend();
      }
    }
  }

  /** Mends clicks that begin in the middle half of the frame; the rest is another turn's. */
  private mend(): void {
    const { frame, order, threshold, longest } = this;
    const n = frame.length;
    if (frame.every((v) => v === 0)) return;
    for (let pass = 0; pass < 2; pass++) {
      const a = predictor(frame, order);
      const errors = new Float64Array(n);
      for (let i = order; i < n - order; i++) {
        let forward = 0;
        let backward = 0;
        for (let k = 0; k <= order; k++) {
          forward += a[k] * frame[i - k];
          backward += a[k] * frame[i + k];
        }
        errors[i] = Math.min(Math.abs(forward), Math.abs(backward));
      }
      // The spread that a normal distribution of that median has; a trace keeps digital silence quiet.
      const usual = median(errors.subarray(order, n - order)) / 0.6745 + 1e-9;
      for (let i = n / 4; i < (3 * n) / 4; i++) {
        if (errors[i] <= threshold * usual) continue;
        let last = i;
        for (let k = i + 1; k < n - order && k - last <= joins; k++)
          if (errors[k] > 0.5 * threshold * usual) last = k;
        const start = Math.max(order, i - margin);
        const end = Math.min(n - order, last + margin + 1);
        if (last - i + 1 <= longest) interpolateGap(frame, a, start, end);
        i = end;
      }
    }
  }
}
