/**
 * Fast Fourier transform of 2^k complex values in place, forward sign e^(−j2πkn/N), without scaling.
 * Source: Cooley & Tukey 1965, decimation in time, radix 2, iterative.
 */
export class Fft {
  private readonly reversed: Uint32Array;
  private readonly cos: Float64Array;
  private readonly sin: Float64Array;

  /** Pre: `size` is a power of two, 2 or more; else throws a RangeError. */
  constructor(readonly size: number) {
    const bits = Math.log2(size);
    if (!Number.isInteger(bits) || bits < 1)
      throw new RangeError(`a transform of ${size} values is not possible; powers of two are`);
    this.reversed = Uint32Array.from({ length: size }, (_, i) => {
      let r = 0;
      for (let b = 0; b < bits; b++) r |= ((i >> b) & 1) << (bits - 1 - b);
      return r;
    });
    this.cos = Float64Array.from({ length: size / 2 }, (_, i) => Math.cos((2 * Math.PI * i) / size));
    this.sin = Float64Array.from({ length: size / 2 }, (_, i) => Math.sin((2 * Math.PI * i) / size));
  }

  forward(re: Float64Array, im: Float64Array): void {
    const { size, reversed, cos, sin } = this;
    for (let i = 0; i < size; i++) {
      const j = reversed[i];
      if (j <= i) continue;
      const r = re[i];
      re[i] = re[j];
      re[j] = r;
      const m = im[i];
      im[i] = im[j];
      im[j] = m;
    }
    for (let half = 1; half < size; half *= 2) {
      const stride = size / (2 * half);
      for (let from = 0; from < size; from += 2 * half)
        for (let k = 0, w = 0; k < half; k++, w += stride) {
          const a = from + k;
          const b = a + half;
          const c = cos[w];
          const s = -sin[w];
          const r = re[b] * c - im[b] * s;
          const m = re[b] * s + im[b] * c;
          re[b] = re[a] - r;
          im[b] = im[a] - m;
          re[a] += r;
          im[a] += m;
        }
    }
  }

  /** The inverse, scaled by 1/N. */
  inverse(re: Float64Array, im: Float64Array): void {
    // Swapping the parts conjugates before and after.
    this.forward(im, re);
    for (let i = 0; i < this.size; i++) {
      re[i] /= this.size;
      im[i] /= this.size;
    }
  }
}
