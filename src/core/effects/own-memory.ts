import { KernelInstance } from "../kernels/instance";
import { planeIn } from "../kernels/plane";
import { longestBlock, type AudioContextFacts } from "../signal/block";
import type { AudioProcessor } from "./define";

/**
 * A processor outside of any chain, with kernels of its own where they can run: what it is given may lie anywhere and be
 * of any length, and is copied into their memory and back.
 */
export function inOwnMemory(
  create: (facts: AudioContextFacts) => AudioProcessor,
  facts: Omit<AudioContextFacts, "kernels">,
): AudioProcessor {
  const kernels = KernelInstance.make() ?? undefined;
  const processor = create({ ...facts, kernels });
  const planes = Array.from({ length: facts.channels }, () => planeIn(kernels, longestBlock));
  return {
    ...processor,
    process(blocks, frames) {
      const own = planes.map((plane) => plane());
      for (let done = 0; done < frames; done += longestBlock) {
        const run = Math.min(longestBlock, frames - done);
        own.forEach((plane, c) => plane.set(blocks[c].subarray(done, done + run)));
        processor.process(own, run);
        own.forEach((plane, c) => blocks[c].set(plane.subarray(0, run), done));
      }
    },
  };
}
