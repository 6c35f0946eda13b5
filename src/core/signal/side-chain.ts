import { butterworth, cascade } from "./biquad";
import { levelDetector } from "./dynamics";

/** What works a compressor or gate: the loudest channel's level, sample by sample, after an optional high-pass. */
export class SideChain {
  private readonly filter: ((blocks: readonly Float32Array[], frames: number) => void) | null;
  private readonly level: ((largest: number) => number) | null;
  private heard: Float32Array[] = [];
  private levels = new Float32Array(0);

  /** `lowCut` in hertz, or null where nothing is cut. */
  constructor(
    lowCut: number | null,
    detector: "peak" | "rms",
    sampleRate: number,
    private readonly channels: number,
  ) {
    this.filter = lowCut === null ? null : cascade(butterworth("high-pass", lowCut, "12", sampleRate), channels);
    this.level = detector === "peak" ? null : levelDetector(detector, sampleRate);
  }

  /** Linear levels of the first `frames` samples; good until the next call. */
  listen(blocks: readonly Float32Array[], frames: number): Float32Array {
    const { channels, filter, level } = this;
    if (this.levels.length < frames) {
      this.levels = new Float32Array(frames);
      this.heard = filter ? blocks.map(() => new Float32Array(frames)) : [];
    }
    let sources = blocks;
    if (filter) {
      sources = this.heard;
      blocks.forEach((block, c) => this.heard[c].set(block.subarray(0, frames)));
      filter(this.heard, frames);
    }
    const { levels } = this;
    for (let i = 0; i < frames; i++) {
      let largest = 0;
      for (let c = 0; c < channels; c++) {
        const magnitude = Math.abs(sources[c][i]);
        if (magnitude > largest) largest = magnitude;
      }
      levels[i] = level ? level(largest) : largest;
    }
    return levels;
  }
}
