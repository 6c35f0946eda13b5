import { Fft } from "../signal/fft";

export interface Alignment {
  /** How many samples `b` lies behind `a`; negative where it is ahead. */
  readonly offsetSamples: number;
  /** Normalised correlation there, −1…1; negative where one is turned upside down. */
  readonly correlation: number;
  /** Level of the sum of both, aligned, over the level of `a` alone, in dB: +6.02 for equal copies. */
  readonly sumGainDb: number;
}

/**
 * Finds by how much two takes are apart, by their cross-correlation over every shift. Mono, of one sample rate; the
 * correlation is normalised over the stretch that both share. Silence gives no correlation at all.
 * Source: cross-correlation by the transform, Oppenheim & Schafer, Discrete-Time Signal Processing, §8.7.
 */
export function align(a: Float32Array, b: Float32Array): Alignment {
  const size = 2 ** Math.ceil(Math.log2(a.length + b.length));
  const fft = new Fft(size);
  // One complex transform for both real signals.
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  re.set(a);
  im.set(b);
  fft.forward(re, im);
  const [cr, ci] = [new Float64Array(size), new Float64Array(size)];
  for (let k = 0; k < size; k++) {
    const m = (size - k) % size;
    const [ar, ai] = [(re[k] + re[m]) / 2, (im[k] - im[m]) / 2];
    const [br, bi] = [(im[k] + im[m]) / 2, (re[m] - re[k]) / 2];
    // conj(A) · B: the correlation at lag n is Σ a[i]·b[i + n].
    cr[k] = ar * br + ai * bi;
    ci[k] = ar * bi - ai * br;
  }
  fft.inverse(cr, ci);
  let best = 0;
  for (let lag = -(a.length - 1); lag < b.length; lag++)
    if (Math.abs(cr[(lag + size) % size]) > Math.abs(cr[(best + size) % size]) * (1 + 1e-9)) best = lag;
  const [from, to] = [Math.max(0, -best), Math.min(a.length, b.length - best)];
  let [aa, bb, ab] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    aa += a[i] * a[i];
    bb += b[i + best] * b[i + best];
    ab += a[i] * b[i + best];
  }
  const sum = aa + bb + 2 * ab;
  return {
    offsetSamples: best,
    correlation: aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0,
    sumGainDb: aa > 0 ? 10 * Math.log10(Math.max(sum, 1e-30) / aa) : 0,
  };
}
