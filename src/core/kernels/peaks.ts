import type { KernelInstance } from "./instance";

/** Samples a piece. */
const piece = 4096;

/** The peaks of a wave between its samples. The plain twin is `plainPeakBetween`. */
export class PeakKernel {
  private readonly x: number;
  private readonly taps: number;
  private readonly length: number;

  /** The taps of each phase between samples, three of one length. */
  constructor(
    private readonly kernels: KernelInstance,
    phases: readonly Float64Array[],
  ) {
    this.length = phases[0].length;
    this.x = kernels.reserve(4 * (piece + this.length));
    this.taps = kernels.reserve(12 * this.length);
    phases.forEach((taps, n) => kernels.put(taps, this.taps + 4 * n * this.length));
  }

  /** Over all places at which every tap meets a sample. Pre: there are four or more. */
  between(signal: Float32Array): number {
    const { kernels, x, taps, length } = this;
    const places = signal.length - length + 1;
    let peak = 0;
    for (let from = 0; from < places; from += piece) {
      const count = Math.min(piece, places - from);
      // What is left of less than four is taken together with some before it, twice.
      const start = count < 4 ? places - 4 : from;
      const own = Math.max(4, count);
      kernels.put(signal.subarray(start, start + own + length - 1), x);
      peak = Math.max(peak, kernels.run.peakBetween(x, own & ~3, taps));
      if (own & 3) peak = Math.max(peak, kernels.run.peakBetween(x + 4 * (own - 4), 4, taps));
    }
    return peak;
  }
}
