/** A ring of past samples, read at any distance. */
export class DelayLine {
  private readonly ring: Float32Array;
  private readonly mask: number;
  private at = 0;

  /** `longest` is the furthest distance in samples that will be read. */
  constructor(longest: number) {
    // A power of two, so that wrapping is a mask; four more for the cubic's neighbours.
    const size = 2 ** Math.ceil(Math.log2(longest + 4));
    this.ring = new Float32Array(size);
    this.mask = size - 1;
  }

  put(sample: number): void {
    this.at = (this.at + 1) & this.mask;
    this.ring[this.at] = sample;
  }

  /** The sample put `distance` samples before the last one, 0 for the last itself. */
  whole(distance: number): number {
    return this.ring[(this.at - distance) & this.mask];
  }

  /**
   * The signal at a distance between samples, by the cubic through the four nearest ones (Lagrange, order 3).
   * Pre: `distance` ≥ 1. Source: Laakso, Välimäki et al., "Splitting the Unit Delay", IEEE SP Magazine 13(1), 1996.
   */
  between(distance: number): number {
    const whole = Math.floor(distance);
    const d = distance - whole;
    const { ring, mask, at } = this;
    const a = ring[(at - whole + 1) & mask];
    const b = ring[(at - whole) & mask];
    const c = ring[(at - whole - 1) & mask];
    const e = ring[(at - whole - 2) & mask];
    return (
      (-d * (d - 1) * (d - 2) * a) / 6 +
      ((d + 1) * (d - 1) * (d - 2) * b) / 2 -
      ((d + 1) * d * (d - 2) * c) / 2 +
      ((d + 1) * d * (d - 1) * e) / 6
    );
  }
}
