import type { KernelInstance } from "./instance";

/** A ring of past samples in the kernels' memory, run through in stretches within which it does not wrap. */
export class Line {
  private readonly address: number;
  private at = 0;

  /** `length` in samples, at least one. */
  constructor(
    kernels: KernelInstance,
    private readonly length: number,
  ) {
    // A few more, since kernels work on four samples at a time.
    this.address = kernels.reserve(4 * length + 16);
  }

  /** Calls `step` for every stretch of `frames` samples: the signal's first, the line's address there, and its length. */
  run(x: number, frames: number, step: (x: number, line: number, frames: number) => void): void {
    for (let done = 0; done < frames;) {
      const run = Math.min(frames - done, this.length - this.at);
      step(x + 4 * done, this.address + 4 * this.at, run);
      done += run;
      this.at += run;
      if (this.at === this.length) this.at = 0;
    }
  }
}
