import { KernelInstance } from "../kernels/instance";
import { PointKernels } from "./point-kernels";
import { RowKernels } from "./row-kernels";

interface LocalKernels {
  readonly points: PointKernels;
  readonly rows: RowKernels;
}

let local: LocalKernels | null | undefined;

/** The kernels of this thread for work that keeps nothing between calls; null where they cannot run here. */
export function localKernels(): LocalKernels | null {
  if (local === undefined) {
    const kernels = KernelInstance.make();
    local = kernels && { points: new PointKernels(kernels), rows: new RowKernels(kernels) };
  }
  return local;
}

let rows: { readonly kernels: KernelInstance; readonly points: PointKernels } | null | undefined;

/** The kernels of this thread for pictures that go through row by row. One picture at a time reserves memory, and gives it back. */
export function rowKernels(): typeof rows {
  if (rows === undefined) {
    const kernels = KernelInstance.make();
    rows = kernels && { kernels, points: new PointKernels(kernels) };
  }
  return rows;
}
