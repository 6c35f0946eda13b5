import type { KernelInstance } from "./instance";

/** Floats in the kernels' memory, or, without kernels, anywhere; looked at only once everything has been reserved. */
export function planeIn(kernels: KernelInstance | undefined, count: number): () => Float32Array {
  // A few more, since kernels work on four at a time.
  const address = kernels?.reserve(4 * count + 16);
  let plane: Float32Array | null = null;
  return () => (plane ??= kernels ? kernels.plane(address!, count) : new Float32Array(count));
}
