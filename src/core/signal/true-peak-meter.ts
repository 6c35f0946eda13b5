import { KernelInstance } from "../kernels/instance";
import { PeakKernel } from "../kernels/peaks";

export const phases = 4;
export const tapsPerPhase = 24;

/** A windowed-sinc interpolator for each of four phases; twice as long as the example in BS.1770 Annex 2, so that it also holds near half the sample rate. */
export const interpolator = Array.from({ length: phases }, (_, phase) => {
  const taps = Float64Array.from({ length: tapsPerPhase }, (_, k) => {
    const x = k - (tapsPerPhase / 2 - 1) - phase / phases;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (tapsPerPhase / 2));
    return sinc * window;
  });
  // Each phase passes a constant signal unchanged.
  const sum = taps.reduce((a, b) => a + b, 0);
  return taps.map((t) => t / sum);
});

let kernel: PeakKernel | null | undefined;

/** The largest magnitude of the wave between the samples of a signal, at four times the rate, 0 for one shorter than the taps. By the kernel where it can run. */
export function peakBetween(signal: Float32Array): number {
  if (kernel === undefined) {
    const kernels = KernelInstance.make();
    kernel = kernels && new PeakKernel(kernels, interpolator.slice(1));
  }
  return kernel && signal.length >= tapsPerPhase + 3 ? kernel.between(signal) : plainPeakBetween(signal);
}

/** The kernel's plain twin. */
export function plainPeakBetween(signal: Float32Array): number {
  let peak = 0;
  for (let i = 0; i + tapsPerPhase <= signal.length; i++)
    for (let phase = 1; phase < phases; phase++) {
      const taps = interpolator[phase];
      let sum = 0;
      for (let k = 0; k < tapsPerPhase; k++) sum += taps[k] * signal[i + k];
      if (sum > peak || -sum > peak) peak = Math.abs(sum);
    }
  return peak;
}

/** The largest magnitude of the wave around each sample, at four times the rate, some samples late. */
export class TruePeakMeter {
  /** Samples from one that goes in to the peak around it that comes out. */
  static readonly latency = tapsPerPhase / 2;
  private readonly ring = new Float64Array(2 * tapsPerPhase);
  private at = 0;

  next(sample: number): number {
    const { ring } = this;
    this.at = this.at === 0 ? tapsPerPhase - 1 : this.at - 1;
    ring[this.at] = ring[this.at + tapsPerPhase] = sample;
    let peak = Math.abs(ring[this.at + TruePeakMeter.latency]);
    for (let phase = 1; phase < phases; phase++) {
      const taps = interpolator[phase];
      let sum = 0;
      for (let k = 0; k < tapsPerPhase; k++) sum += taps[k] * ring[this.at + tapsPerPhase - 1 - k];
      const magnitude = Math.abs(sum);
      if (magnitude > peak) peak = magnitude;
    }
    return peak;
  }
}
