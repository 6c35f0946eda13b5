import type { AudioProcessor } from "./define";

/** Longest ringing on that is followed, in seconds. */
export const longestTail = 60;
const blockSize = 4096;

export type Take = (planes: readonly Float32Array[], frames: number) => void;

/**
 * Runs a processor over a material and gives what comes out as it lies beside the material: without the latency at its
 * beginning, and with what latency held back at its end.
 */
export class Aligned {
  private early: number;

  constructor(
    private readonly processor: AudioProcessor,
    private readonly channels: number,
    private readonly take: Take,
  ) {
    this.early = processor.latency;
  }

  /** The next samples of the material; the planes are overwritten. */
  put(planes: readonly Float32Array[], frames: number): void {
    this.processor.process(planes, frames);
    const skipped = Math.min(this.early, frames);
    this.early -= skipped;
    if (skipped < frames)
      this.take(
        planes.map((p) => p.subarray(skipped, frames)),
        frames - skipped,
      );
  }

  /** After the material's last sample: what was held back, in blocks that are good until the next. */
  *ending(more = 0): Generator<void> {
    for (let left = this.processor.latency + more; left > 0; left -= blockSize) {
      const frames = Math.min(left, blockSize);
      this.put(
        Array.from({ length: this.channels }, () => new Float32Array(frames)),
        frames,
      );
      yield;
    }
  }
}
