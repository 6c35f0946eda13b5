import type { KernelInstance } from "../kernels/instance";
import { Line } from "../kernels/line";

/** Holds a signal back by a fixed number of samples, such as a dry path beside a wet one that lags. */
export class Hold {
  private readonly lines: readonly Float32Array[];
  private readonly kernelLines: readonly Line[];
  private at = 0;

  /** With kernels, blocks must lie in their memory. */
  constructor(
    private readonly length: number,
    channels: number,
    private readonly kernels?: KernelInstance,
  ) {
    const all = Array.from({ length: length > 0 ? channels : 0 }, (_, c) => c);
    this.kernelLines = kernels ? all.map(() => new Line(kernels, length)) : [];
    this.lines = kernels ? [] : all.map(() => new Float32Array(length));
  }

  /** Replaces the first `frames` samples of every channel by those `length` samples earlier. */
  process(blocks: readonly Float32Array[], frames: number): void {
    const { length, lines, kernels } = this;
    if (length === 0) return;
    if (kernels) {
      this.kernelLines.forEach((line, c) => line.run(blocks[c].byteOffset, frames, kernels.run.exchange));
      return;
    }
    let end = this.at;
    for (let c = 0; c < blocks.length; c++) {
      const line = lines[c];
      const block = blocks[c];
      let at = this.at;
      for (let i = 0; i < frames; i++) {
        const out = line[at];
        line[at] = block[i];
        block[i] = out;
        if (++at === length) at = 0;
      }
      end = at;
    }
    this.at = end;
  }
}
