import type { KernelInstance } from "./instance";

/** One second-order section, normalised so that a0 = 1. */
export interface Section {
  readonly b0: number;
  readonly b1: number;
  readonly b2: number;
  readonly a1: number;
  readonly a2: number;
}

/** Runs sections in a row over the first samples of every channel, and keeps their memory. */
export interface Cascade {
  (blocks: readonly Float32Array[], frames: number): void;
  /** Goes on with other sections, as many, with the memory of those before. */
  retune(sections: readonly Section[]): void;
}

/** A cascade on channels that lie in the kernels' memory, two at a time. The plain twin is `plainCascade`, the same to the bit. */
export function kernelCascade(
  kernels: KernelInstance,
  sections: readonly Section[],
  channels: number,
  longest: number,
): Cascade {
  const coefficients = kernels.reserve(40 * sections.length);
  const retune = (next: readonly Section[]) =>
    kernels.doubles.set(
      next.flatMap((s) => [s.b0, s.b1, s.b2, s.a1, s.a2]),
      coefficients >> 3,
    );
  retune(sections);
  const states = Array.from({ length: Math.ceil(channels / 2) }, () => kernels.reserve(32 * sections.length));
  const work = kernels.reserve(16 * longest);
  // The other half of a channel that has no neighbour: silence, which stays silence.
  const silence = kernels.reserve(4 * longest);
  let until = flushEvery;
  const run = (blocks: readonly Float32Array[], frames: number): void => {
    if (sections.length === 0) return;
    let next = until;
    states.forEach(
      (state, pair) =>
        (next = kernels.run.cascade(
          blocks[2 * pair].byteOffset,
          blocks[2 * pair + 1]?.byteOffset ?? silence,
          frames,
          coefficients,
          state,
          sections.length,
          until,
          work,
        )),
    );
    until = next;
  };
  return Object.assign(run, { retune });
}

/** Samples between two clean-ups of dying state, counted absolutely so that block sizes never matter. */
export const flushEvery = 256;
