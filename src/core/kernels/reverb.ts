import { KernelInstance } from "./instance";

const step = 512;

/** The lines of a feedback network of sixteen, in a memory of their own. See `FeedbackNetwork`, its plain twin. */
export class NetworkKernel {
  private constructor(
    private readonly kernels: KernelInstance,
    private readonly places: number,
    private readonly direct: number,
    private readonly poles: number,
    private readonly filtered: number,
    private readonly taps: number,
    private readonly input: number,
    private readonly out: number,
    private readonly outputs: number,
  ) {}

  /** Null where kernels cannot run, or for another number of lines. */
  static make(lengths: readonly number[], gains: Float64Array, poles: Float64Array, taps: readonly Float64Array[]): NetworkKernel | null {
    if (lengths.length !== 16) return null;
    const kernels = KernelInstance.make();
    if (!kernels) return null;
    const places = kernels.reserve(12 * 16);
    const [direct, pole, filtered] = [0, 1, 2].map(() => kernels.reserve(64));
    const tap = kernels.reserve(64 * taps.length);
    const [input, out] = [kernels.reserve(4 * step), kernels.reserve(4 * step * taps.length)];
    const lines = lengths.map((n) => kernels.reserve(4 * n));
    const integers = kernels.integers;
    lengths.forEach((n, k) => integers.set([lines[k], n, 0], (places >> 2) + 3 * k));
    kernels.put(gains.map((g, k) => g * (1 - poles[k])), direct);
    kernels.put(poles, pole);
    taps.forEach((t, c) => kernels.put(t, tap + 64 * c));
    return new NetworkKernel(kernels, places, direct, pole, filtered, tap, input, out, taps.length);
  }

  process(input: Float32Array, blocks: readonly Float32Array[], offset: number, frames: number): void {
    const { kernels } = this;
    for (let at = 0; at < frames; at += step) {
      const run = Math.min(step, frames - at);
      kernels.put(input.subarray(at, at + run), this.input);
      kernels.run.network(this.input, this.out, 4 * step, run, this.places, this.direct, this.poles, this.filtered, this.taps, this.outputs);
      for (let c = 0; c < this.outputs; c++) kernels.get(blocks[c], offset + at, this.out + 4 * step * c, run);
    }
  }
}
