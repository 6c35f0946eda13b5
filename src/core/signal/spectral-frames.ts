import { Fft } from "./fft";

/** Square root of a periodic Hann window: used before and after, four-fold overlapped, it sums to a constant. */
const window = (size: number) =>
  Float64Array.from({ length: size }, (_, i) => Math.sqrt(0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size)));

/** Hops a frame. */
const overlap = 4;

/**
 * Cuts a stream into overlapping windowed frames, lets `change` work on each spectrum, and adds them up again; an
 * unchanged spectrum gives the signal itself, `size` samples later. Where frames lie depends on absolute samples only.
 * Source: Crochiere 1980, weighted overlap-add; Zölzer, DAFX, 2nd ed., chapter 7.
 */
export class SpectralFrames {
  readonly latency: number;
  private readonly input: Float64Array;
  private readonly output: Float64Array;
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private readonly fft: Fft;
  private readonly shape: Float64Array;
  private readonly scale: number;
  private at = 0;
  private until: number;

  /** `change` gets bins 0…size/2 and may write into them. `size` is a power of two. */
  constructor(
    readonly size: number,
    private readonly change: (re: Float64Array, im: Float64Array) => void,
  ) {
    this.latency = size;
    this.fft = new Fft(size);
    this.shape = window(size);
    this.input = new Float64Array(size);
    this.output = new Float64Array(size);
    this.re = new Float64Array(size);
    this.im = new Float64Array(size);
    this.until = size / overlap;
    // Squared Hann halves sum to overlap / 2 at every sample.
    this.scale = 2 / overlap;
  }

  static readonly hopShare = 1 / overlap;

  /** Replaces the first `frames` samples of `x`. */
  process(x: Float32Array, frames: number): void {
    const { size, input, output } = this;
    for (let i = 0; i < frames; i++) {
      // One ring for both: what comes out was written a whole frame ago.
      const out = output[this.at];
      output[this.at] = 0;
      input[this.at] = x[i];
      x[i] = out;
      this.at = this.at + 1 === size ? 0 : this.at + 1;
      if (--this.until === 0) {
        this.until = size / overlap;
        this.frame();
      }
    }
  }

  private frame(): void {
    const { size, re, im, shape, at, input, output, scale } = this;
    for (let i = 0, k = at; i < size; i++, k = k + 1 === size ? 0 : k + 1) re[i] = input[k] * shape[i];
    im.fill(0);
    this.fft.forward(re, im);
    this.change(re, im);
    for (let k = 1; k < size / 2; k++) {
      re[size - k] = re[k];
      im[size - k] = -im[k];
    }
    im[0] = 0;
    im[size / 2] = 0;
    this.fft.inverse(re, im);
    for (let i = 0, k = at; i < size; i++, k = k + 1 === size ? 0 : k + 1)
      output[k] += re[i] * shape[i] * scale;
  }
}
