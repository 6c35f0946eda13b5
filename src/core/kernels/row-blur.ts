import type { KernelInstance } from "./instance";

/** Rows of floats that come one after the other, the last few of which are at hand. */
export class RowRing {
  private readonly first: number;
  /** Bytes from row to row. */
  private readonly pitch: number;

  /** `rows` rows of `width` floats, with `side` floats (a multiple of four) at either end. */
  constructor(
    kernels: KernelInstance,
    width: number,
    readonly rows: number,
    readonly side = 0,
  ) {
    // A few more, since kernels work on up to sixteen values at a time.
    this.pitch = 4 * (((width + 3) & ~3) + 2 * side + 16);
    this.first = kernels.reserve(this.pitch * rows) + 4 * side;
  }

  /** The address of row `y`, at hand until row `y` + `rows` takes its place. */
  at(y: number): number {
    return this.first + (y % this.rows) * this.pitch;
  }
}

/** Copies a row into a ring's, whose ends go on as they end. */
export function takePadded(
  { floats }: KernelInstance,
  ring: RowRing,
  y: number,
  row: number,
  width: number,
): void {
  const at = ring.at(y) >> 2;
  floats.copyWithin(at, row >> 2, (row >> 2) + width);
  floats.fill(floats[at], at - ring.side, at);
  floats.fill(floats[at + width - 1], at + width, at + width + ring.side);
}

/** A separable symmetric blur of rows as they come; edges go on as they end. */
export class RowBlur {
  readonly reach: number;
  private readonly line: RowRing;
  private readonly across: RowRing;
  private readonly kernel: number;
  private readonly addresses: number;

  /** `half`: the right half of the kernel, from its middle on. */
  constructor(
    private readonly kernels: KernelInstance,
    private readonly width: number,
    private readonly height: number,
    half: ArrayLike<number>,
  ) {
    this.reach = half.length - 1;
    this.line = new RowRing(kernels, width, 1, (this.reach + 3) & ~3);
    this.across = new RowRing(kernels, width, 2 * this.reach + 1);
    this.kernel = kernels.reserve(4 * half.length);
    kernels.put(half, this.kernel);
    this.addresses = kernels.reserve(4 * (2 * this.reach + 1));
  }

  /** Takes row `y`, the rows being taken in order. */
  take(y: number, row: number): void {
    takePadded(this.kernels, this.line, 0, row, this.width);
    this.kernels.run.symmetric(this.line.at(0), this.across.at(y), this.width, 4, this.kernel, this.reach);
  }

  /** Blurs row `y` into a row at `out`. Pre: all rows up to `reach` below it, as far as there are any, have been taken. */
  give(y: number, out: number): void {
    const { reach } = this;
    const integers = this.kernels.integers;
    for (let k = -reach; k <= reach; k++)
      integers[(this.addresses >> 2) + k + reach] = this.across.at(
        Math.min(this.height - 1, Math.max(0, y + k)),
      );
    this.kernels.run.columns(this.addresses, out, this.width, this.kernel, reach);
  }
}
