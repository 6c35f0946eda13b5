import type { KernelInstance } from "../kernels/instance";
import { Line } from "../kernels/line";

/**
 * All-pass sections in series: the spectrum stays, the onset is smeared.
 * y[n] = −g·x[n] + x[n−D] + g·y[n−D]. Source: Schroeder 1962.
 */
export class Diffuser {
  private readonly lines: Float32Array[];
  private readonly kernelLines: readonly Line[];
  private readonly at: Int32Array;

  /** `lengths` in samples; `gain` between 0 and 1. With kernels, signals must lie in their memory. */
  constructor(
    lengths: readonly number[],
    private readonly gain: number,
    private readonly kernels?: KernelInstance,
  ) {
    this.kernelLines = kernels ? lengths.map((n) => new Line(kernels, n)) : [];
    this.lines = kernels ? [] : lengths.map((n) => new Float32Array(n));
    this.at = new Int32Array(lengths.length);
  }

  /** Replaces the first `frames` samples of `x`. */
  process(x: Float32Array, frames: number): void {
    const { gain: g, kernels } = this;
    for (const line of this.kernelLines)
      line.run(x.byteOffset, frames, (from, at, run) => kernels!.run.allPass(from, at, run, g));
    this.lines.forEach((line, k) => {
      let at = this.at[k];
      for (let i = 0; i < frames; i++) {
        const delayed = line[at];
        const entering = x[i] + g * delayed;
        line[at] = entering;
        x[i] = delayed - g * entering;
        if (++at === line.length) at = 0;
      }
      this.at[k] = at;
    });
  }
}
