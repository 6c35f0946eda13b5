import type { KernelInstance } from "./instance";

/** The lines of a feedback network of sixteen in the kernels' memory. See `FeedbackNetwork`, its plain twin. */
export class NetworkKernel {
  private readonly places: number;
  private readonly direct: number;
  private readonly poles: number;
  private readonly filtered: number;
  private readonly taps: number;
  private readonly outs: number;
  private readonly work: number;

  constructor(
    private readonly kernels: KernelInstance,
    lengths: readonly number[],
    gains: Float64Array,
    poles: Float64Array,
    private readonly outputs: readonly Float64Array[],
  ) {
    this.places = kernels.reserve(12 * 16);
    [this.direct, this.poles, this.filtered] = [0, 1, 2].map(() => kernels.reserve(64)) as [
      number,
      number,
      number,
    ];
    this.taps = kernels.reserve(64 * outputs.length);
    this.outs = kernels.reserve(4 * outputs.length);
    this.work = kernels.reserve(320);
    const lines = lengths.map((n) => kernels.reserve(4 * n + 16));
    lengths.forEach((n, k) => kernels.integers.set([lines[k], n, 0], (this.places >> 2) + 3 * k));
    kernels.put(
      gains.map((g, k) => g * (1 - poles[k])),
      this.direct,
    );
    kernels.put(poles, this.poles);
    outputs.forEach((t, c) => kernels.put(t, this.taps + 64 * c));
  }

  /** Reads `frames` samples at `input`, and writes output c from `offset` on into block c. Pre: all of them lie in the kernels' memory. */
  process(input: Float32Array, blocks: readonly Float32Array[], offset: number, frames: number): void {
    const { kernels, outputs } = this;
    for (let c = 0; c < outputs.length; c++)
      kernels.integers[(this.outs >> 2) + c] = blocks[c].byteOffset + 4 * offset;
    kernels.run.network(
      input.byteOffset,
      this.outs,
      frames,
      this.places,
      this.direct,
      this.poles,
      this.filtered,
      this.taps,
      outputs.length,
      this.work,
    );
  }
}
