import { Fft } from "./fft";

/**
 * Convolution with a long filter in equal parts: the spectra of the last blocks are kept, each multiplied by the
 * spectrum of its part of the filter. The output lags by one block.
 * Source: W. G. Gardner, "Efficient Convolution without Input-Output Delay", JAES 43(3), 1995 (uniform partitions).
 */
export class Convolver {
  private readonly fft: Fft;
  /** Spectra of the filter's parts, real and imaginary, 2·block values each. */
  private readonly parts: { readonly re: Float64Array; readonly im: Float64Array }[];
  private readonly past: { readonly re: Float64Array; readonly im: Float64Array }[];
  private readonly input: Float64Array;
  private readonly output: Float64Array;
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private newest = 0;
  private at = 0;

  /** `block` is a power of two. */
  constructor(
    filter: Float32Array,
    readonly block: number,
  ) {
    const size = 2 * block;
    this.fft = new Fft(size);
    this.parts = Array.from({ length: Math.max(1, Math.ceil(filter.length / block)) }, (_, p) => {
      const re = new Float64Array(size);
      const im = new Float64Array(size);
      re.set(filter.subarray(p * block, (p + 1) * block));
      this.fft.forward(re, im);
      return { re, im };
    });
    this.past = this.parts.map(() => ({ re: new Float64Array(size), im: new Float64Array(size) }));
    this.input = new Float64Array(size);
    this.output = new Float64Array(block);
    this.re = new Float64Array(size);
    this.im = new Float64Array(size);
  }

  get latency(): number {
    return this.block;
  }

  /** Replaces the first `frames` samples of `x`. */
  process(x: Float32Array, frames: number): void {
    const { block, input, output } = this;
    for (let i = 0; i < frames; i++) {
      input[block + this.at] = x[i];
      x[i] = output[this.at];
      if (++this.at === block) {
        this.at = 0;
        this.turn();
      }
    }
  }

  /** A block is full: its result becomes what the next one gives out. */
  private turn(): void {
    const { parts, past, input, output, block, re, im } = this;
    this.newest = this.newest === 0 ? past.length - 1 : this.newest - 1;
    const now = past[this.newest];
    now.re.set(input);
    now.im.fill(0);
    this.fft.forward(now.re, now.im);
    re.fill(0);
    im.fill(0);
    // Only half of a real signal's spectrum is needed; the other is its mirror.
    for (let p = 0; p < parts.length; p++) {
      const a = past[(this.newest + p) % past.length];
      const b = parts[p];
      for (let k = 0; k <= block; k++) {
        re[k] += a.re[k] * b.re[k] - a.im[k] * b.im[k];
        im[k] += a.re[k] * b.im[k] + a.im[k] * b.re[k];
      }
    }
    for (let k = 1; k < block; k++) {
      re[2 * block - k] = re[k];
      im[2 * block - k] = -im[k];
    }
    this.fft.inverse(re, im);
    output.set(re.subarray(block));
    input.copyWithin(0, block);
  }
}
