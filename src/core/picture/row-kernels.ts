import type { Frame } from "./frame";
import type { KernelInstance } from "../kernels/instance";

/** Bytes that a strip with its surroundings may take. */
const stripBytes = 512 * 1024;
const longestKernel = 64;

/** Separable kernels over rows, strip by strip. */
export class RowKernels {
  private readonly kernel: number;
  private room = 0;
  private source = 0;
  private between = 0;

  constructor(private readonly kernels: KernelInstance) {
    this.kernel = kernels.reserve(4 * longestKernel);
  }

  private reserve(bytes: number): void {
    if (bytes <= this.room) return;
    this.room = bytes;
    this.source = this.kernels.reserve(bytes);
    this.between = this.kernels.reserve(bytes);
  }

  /**
   * Blurs rows `from` to `to` of one plane by a symmetric kernel both ways, edges going on as they end, and gives each
   * strip to `take`: its first row, its number of rows, and the address of its values, `pitch` floats a row.
   */
  blur(
    plane: Float32Array,
    { width, height }: Frame,
    half: ArrayLike<number>,
    from: number,
    to: number,
    take: (row: number, rows: number, sharp: number, soft: number, pitch: number) => void,
  ): void {
    const { kernels } = this;
    const reach = half.length - 1;
    const side = (reach + 3) & ~3;
    const pitch = ((width + 3) & ~3) + 2 * side;
    const rows = Math.max(1, Math.floor(stripBytes / (4 * pitch)) - 2 * reach);
    this.reserve(4 * pitch * (rows + 2 * reach) + 64);
    kernels.put(half, this.kernel);
    for (let first = from; first < to; first += rows) {
      const count = Math.min(rows, to - first);
      const floats = kernels.floats;
      for (let k = -reach; k < count + reach; k++) {
        const row = Math.min(height - 1, Math.max(0, first + k)) * width;
        const at = (this.source >> 2) + (k + reach) * pitch;
        floats.fill(plane[row], at, at + side);
        floats.set(plane.subarray(row, row + width), at + side);
        floats.fill(plane[row + width - 1], at + side + width, at + pitch);
      }
      const inner = pitch - 2 * side;
      for (let k = 0; k < count + 2 * reach; k++) {
        const at = 4 * (k * pitch + side);
        kernels.run.symmetric(this.source + at, this.between + at, inner, 4, this.kernel, reach);
      }
      // Down the columns, over the rows' middles alone; what is blurred goes where its row was first.
      const soft = this.between;
      const out = this.blurred(4 * pitch * count);
      for (let k = 0; k < count; k++)
        kernels.run.symmetric(
          soft + 4 * ((k + reach) * pitch + side),
          out + 4 * (k * pitch + side),
          inner,
          4 * pitch,
          this.kernel,
          reach,
        );
      take(first, count, this.source + 4 * (reach * pitch + side), out + 4 * side, pitch);
    }
  }

  private outRoom = 0;
  private out = 0;
  private blurred(bytes: number): number {
    if (bytes > this.outRoom) {
      this.outRoom = bytes;
      this.out = this.kernels.reserve(bytes + 64);
    }
    return this.out;
  }

  /** Copies a row of a strip into a plane. */
  copyRow(address: number, into: Float32Array, at: number, width: number): void {
    this.kernels.get(into, at, address, width);
  }
}
