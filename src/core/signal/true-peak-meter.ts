import { KernelInstance } from "../kernels/instance";
import { PeakKernel } from "../kernels/peaks";
import { planeIn } from "../kernels/plane";

const phases = 4;
export const tapsPerPhase = 48;

/** Modified Bessel function of the first kind and order 0, by its series. */
function bessel(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-16; k++) sum += term *= (x / 2 / k) ** 2;
  return sum;
}

/**
 * A windowed-sinc interpolator for each of four phases (Kaiser's window, β = 4). Four times as long as the example in
 * BS.1770-5 Annex 2: up to 0.45 of the sample rate it is within 0.02 dB of the wave itself at its four places a sample.
 */
const interpolator = Array.from({ length: phases }, (_, phase) => {
  const taps = Float64Array.from({ length: tapsPerPhase }, (_, k) => {
    const x = k - (tapsPerPhase / 2 - 1) - phase / phases;
    const sinc = x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    return (sinc * bessel(4 * Math.sqrt(Math.max(0, 1 - (x / (tapsPerPhase / 2)) ** 2)))) / bessel(4);
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

/** Samples from one that goes in to the peak around it that comes out of `TruePeaks`. */
export const truePeakLatency = tapsPerPhase / 2;

/** The height of the parabola through three neighbours where the one in the middle is the largest, else the middle itself; magnitudes. */
function vertex(before: number, middle: number, behind: number): number {
  const [a, b, c] = [Math.abs(before), Math.abs(middle), Math.abs(behind)];
  return b >= a && b >= c ? b + (a - c) ** 2 / (8 * Math.max(2 * b - a - c, 1e-20)) : b;
}

/**
 * The largest magnitude of the wave around each sample, `truePeakLatency` samples late: at four times the rate, and
 * between these places by parabolas, within 0.05 dB up to 0.45 of the sample rate. The plain twin of the kernel `peaksAround`.
 */
class TruePeakMeter {
  private readonly ring = new Float64Array(2 * tapsPerPhase);
  private at = 0;
  /** The wave at the place before the sample. */
  private before = 0;

  next(sample: number): number {
    const { ring } = this;
    this.at = this.at === 0 ? tapsPerPhase - 1 : this.at - 1;
    ring[this.at] = ring[this.at + tapsPerPhase] = sample;
    const [one, two, three] = interpolator.slice(1).map((taps) => {
      let sum = 0;
      for (let k = 0; k < tapsPerPhase; k++) sum += taps[k] * ring[this.at + tapsPerPhase - 1 - k];
      return sum;
    });
    const [own, next] = [ring[this.at + truePeakLatency], ring[this.at + truePeakLatency - 1]];
    const peak = Math.max(
      vertex(this.before, own, one),
      vertex(own, one, two),
      vertex(one, two, three),
      vertex(two, three, next),
    );
    this.before = three;
    return peak;
  }
}

/** Follows the true peaks of several channels, the largest of them at each sample. */
export class TruePeaks {
  private readonly meters: readonly TruePeakMeter[];
  private readonly lines: readonly number[];
  private readonly taps: number;
  private readonly found: () => Float32Array;

  /** With kernels, blocks of up to `longest` samples lie in their memory. */
  constructor(
    channels: number,
    private readonly longest: number,
    private readonly kernels?: KernelInstance,
  ) {
    const all = Array.from({ length: channels }, (_, c) => c);
    this.meters = kernels ? [] : all.map(() => new TruePeakMeter());
    this.lines = kernels ? all.map(() => kernels.reserve(4 * (longest + tapsPerPhase + 5))) : [];
    this.taps = kernels ? kernels.reserve(12 * tapsPerPhase) : 0;
    if (kernels)
      interpolator.slice(1).forEach((taps, n) => kernels.put(taps, this.taps + 4 * n * tapsPerPhase));
    this.found = planeIn(kernels, longest);
  }

  /** The peak at each of the first `frames` samples; good until the next call. */
  listen(blocks: readonly Float32Array[], frames: number): Float32Array {
    const { kernels } = this;
    if (kernels) {
      const found = this.found();
      found.fill(0, 0, frames);
      this.lines.forEach((line, c) => {
        const kept = tapsPerPhase;
        const floats = kernels.floats;
        const at = line >> 2;
        floats.set(blocks[c].subarray(0, frames), at + kept);
        kernels.run.peaksAround(line, frames, this.taps, found.byteOffset);
        floats.copyWithin(at, at + frames, at + frames + kept);
      });
      return found;
    }
    const found = frames <= this.longest ? this.found() : new Float32Array(frames);
    for (let i = 0; i < frames; i++)
      found[i] = Math.max(...this.meters.map((meter, c) => meter.next(blocks[c][i])));
    return found;
  }
}
