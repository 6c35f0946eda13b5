/** A number that goes evenly from one value to another, sample by sample. */
export class Ramp {
  private step = 0;
  private left = 0;
  private target: number;
  private memory = new Float64Array(0);

  constructor(private now: number) {
    this.target = now;
  }

  /** What it is, where it does not move. */
  get value(): number {
    return this.now;
  }

  get isStill(): boolean {
    return this.left === 0;
  }

  /** Is there after `within` samples, at once where that is 0. */
  to(target: number, within: number): void {
    this.target = target;
    this.left = within > 0 && target !== this.now ? within : 0;
    this.step = this.left > 0 ? (target - this.now) / within : 0;
    if (this.left === 0) this.now = target;
  }

  /** The next values; good until the next call. */
  take(frames: number): Float64Array {
    if (this.memory.length < frames) this.memory = new Float64Array(frames);
    const values = this.memory;
    for (let i = 0; i < frames; i++) {
      values[i] = this.now;
      if (this.left === 0) continue;
      // Exact at the end, whatever the rounding of the steps before.
      this.now = --this.left === 0 ? this.target : this.now + this.step;
    }
    return values;
  }
}

/** Every channel times the same values, in place. */
export function scaled(channels: readonly Float32Array[], values: Float64Array, frames: number): void {
  for (const x of channels) for (let i = 0; i < frames; i++) x[i] *= values[i];
}
