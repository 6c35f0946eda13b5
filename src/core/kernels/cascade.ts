import type { Section } from "../signal/biquad";
import { KernelInstance } from "./instance";

/** Samples a call, at most. */
const block = 1024;
/** Sections at most; longer cascades are run plainly. */
export const mostSections = 64;

/** Room for two channels of a cascade; what a filter remembers is the filter's own and comes with each call. */
class CascadeKernel {
  private readonly x: number;
  private readonly y: number;
  private readonly coefficients: number;
  private readonly state: number;
  private readonly work: number;

  constructor(private readonly kernels: KernelInstance) {
    this.x = kernels.reserve(4 * block);
    this.y = kernels.reserve(4 * block);
    this.coefficients = kernels.reserve(40 * mostSections);
    this.state = kernels.reserve(32 * mostSections);
    this.work = kernels.reserve(16 * block);
  }

  /** Filters two channels (which may be one) in place; `state` holds four values a section. Returns `until` anew. */
  run(coefficients: Float64Array, state: Float64Array, until: number, x: Float32Array, y: Float32Array | null, frames: number): number {
    const { kernels } = this;
    const doubles = kernels.doubles;
    const sections = coefficients.length / 5;
    doubles.set(coefficients, this.coefficients >> 3);
    doubles.set(state, this.state >> 3);
    let left = until;
    for (let at = 0; at < frames; at += block) {
      const run = Math.min(block, frames - at);
      kernels.put(x.subarray(at, at + run), this.x);
      if (y) kernels.put(y.subarray(at, at + run), this.y);
      else kernels.floats.fill(0, this.y >> 2, (this.y >> 2) + run);
      left = kernels.run.cascade(this.x, this.y, run, this.coefficients, this.state, sections, left, this.work);
      kernels.get(x, at, this.x, run);
      if (y) kernels.get(y, at, this.y, run);
    }
    state.set(kernels.doubles.subarray(this.state >> 3, (this.state >> 3) + state.length));
    return left;
  }
}

let shared: CascadeKernel | null | undefined;

/** The cascade kernel of this thread, or null where kernels cannot run. */
export function cascadeKernel(): CascadeKernel | null {
  if (shared === undefined) {
    const kernels = KernelInstance.make();
    shared = kernels && new CascadeKernel(kernels);
  }
  return shared;
}

/** Coefficients as the kernel takes them. */
export const coefficientsOf = (sections: readonly Section[]): Float64Array => Float64Array.from(sections.flatMap((s) => [s.b0, s.b1, s.b2, s.a1, s.a2]));
