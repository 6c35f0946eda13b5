import { longestBlock, type AudioContextFacts } from "./block";
import { planeIn } from "../kernels/plane";
import { butterworth, cascade } from "./biquad";
import { levelDetector } from "./dynamics";

/** What works a compressor or gate: the loudest channel's level, sample by sample, after an optional high-pass. */
export class SideChain {
  private readonly filter: ((blocks: readonly Float32Array[], frames: number) => void) | null;
  private readonly level: ((largest: number) => number) | null;
  private readonly heard: readonly (() => Float32Array)[];
  private readonly levels: () => Float32Array;

  /** `lowCut` in hertz, or null where nothing is cut. */
  constructor(
    lowCut: number | null,
    detector: "peak" | "rms",
    private readonly facts: AudioContextFacts,
  ) {
    const { sampleRate, channels, kernels } = facts;
    this.filter =
      lowCut === null ? null : cascade(butterworth("high-pass", lowCut, "12", sampleRate), channels, kernels);
    this.level = detector === "peak" ? null : levelDetector(detector, sampleRate);
    this.levels = planeIn(kernels, longestBlock);
    this.heard = this.filter ? Array.from({ length: channels }, () => planeIn(kernels, longestBlock)) : [];
  }

  /** Linear levels of the first `frames` samples; good until the next call. */
  listen(blocks: readonly Float32Array[], frames: number): Float32Array {
    const { filter, level } = this;
    const { kernels } = this.facts;
    let sources = blocks;
    if (filter) {
      sources = this.heard.map((plane) => plane());
      sources.forEach((heard, c) => heard.set(blocks[c].subarray(0, frames)));
      filter(sources, frames);
    }
    const levels = this.levels();
    levels.fill(0, 0, frames);
    for (const source of sources)
      if (kernels) kernels.run.loudest(levels.byteOffset, source.byteOffset, frames);
      else for (let i = 0; i < frames; i++) levels[i] = Math.max(levels[i], Math.abs(source[i]));
    if (level) for (let i = 0; i < frames; i++) levels[i] = level(levels[i]);
    return levels;
  }
}
