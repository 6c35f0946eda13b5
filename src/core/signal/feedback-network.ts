import type { KernelInstance } from "../kernels/instance";
import { NetworkKernel } from "../kernels/reverb";

interface NetworkOptions {
  /** Delay lengths in samples; their number must be even. */
  readonly lengths: readonly number[];
  /** T60 in seconds. */
  readonly decay: number;
  /** Frequency in hertz at which the decay takes half as long, or null for the same decay everywhere. */
  readonly damping: number | null;
  readonly sampleRate: number;
  /** Number of decorrelated outputs. */
  readonly outputs: number;
  /** Then what it reads and writes must lie in their memory. */
  readonly kernels?: KernelInstance;
}

/**
 * Feedback gain of a delay line of `length` samples for a T60 of `decay` seconds: 10^(−3·D/T60).
 * Source: Schroeder 1962.
 */
export const feedbackGain = (length: number, decay: number, sampleRate: number): number =>
  10 ** ((-3 * length) / (decay * sampleRate));

/**
 * Pole p of the absorbent one-pole filter (1−p)/(1−p·z⁻¹) whose gain at `frequency` is `gain`,
 * so that a line's whole loss there is gain², which is T60 halved. Solved from |H(e^{jw})|² = gain².
 */
export function absorbentPole(gain: number, frequency: number, sampleRate: number): number {
  const target = gain * gain;
  const cos = Math.cos((2 * Math.PI * Math.min(frequency, 0.49 * sampleRate)) / sampleRate);
  const a = 1 - target * cos;
  const b = 1 - target;
  return b < 1e-12 ? 0 : Math.max(0, (a - Math.sqrt(Math.max(0, a * a - b * b))) / b);
}

/**
 * A feedback delay network: parallel delay lines whose outputs are mixed by a Householder matrix (I − 2/N · 11ᵀ,
 * lossless and N operations instead of N²), attenuated for the wished decay, and fed back.
 * Source: Jot & Chaigne, "Digital delay networks for designing artificial reverberators", AES 90th, 1991.
 */
export class FeedbackNetwork {
  private readonly lines: Float32Array[];
  private readonly at: Int32Array;
  private readonly gains: Float64Array;
  private readonly poles: Float64Array;
  private readonly filtered: Float64Array;
  /** For each output a sign a line, already at the wished level. */
  private readonly taps: Float64Array[];
  private readonly kernel: NetworkKernel | null;

  constructor(options: NetworkOptions) {
    const { lengths, decay, damping, sampleRate, kernels } = options;
    // The kernel is made for sixteen.
    const byKernel = kernels && lengths.length === 16;
    this.lines = byKernel ? [] : lengths.map((n) => new Float32Array(n));
    this.at = new Int32Array(lengths.length);
    this.gains = Float64Array.from(lengths, (n) => feedbackGain(n, decay, sampleRate));
    this.poles = this.gains.map((g) => (damping === null ? 0 : absorbentPole(g, damping, sampleRate)));
    this.filtered = new Float64Array(lengths.length);
    // Energy that leaves the network for one unit impulse in each line is N/(1 − g²): this takes it back to one.
    const energy = this.gains.reduce((sum, g) => sum + 1 / (1 - g * g), 0);
    const level = 1 / Math.sqrt(energy);
    // Rows of a Hadamard-like pattern: any two outputs differ in the sign of half the lines.
    this.taps = Array.from({ length: options.outputs }, (_, c) =>
      Float64Array.from(lengths, (_, k) => (parity(k & (c + 1)) ? -level : level)),
    );
    this.kernel = byKernel ? new NetworkKernel(kernels, lengths, this.gains, this.poles, this.taps) : null;
  }

  /** By the kernel where it can run: it keeps single precision, this one double. Reads `frames` samples of `input` and writes output c into `blocks[c][offset…]`. */
  process(input: Float32Array, blocks: readonly Float32Array[], offset: number, frames: number): void {
    if (this.kernel) return this.kernel.process(input, blocks, offset, frames);
    const { lines, at, gains, poles, filtered, taps } = this;
    const count = lines.length;
    for (let i = 0; i < frames; i++) {
      let sum = 0;
      for (let k = 0; k < count; k++) {
        const p = poles[k];
        let y = gains[k] * lines[k][at[k]] * (1 - p) + p * filtered[k];
        // See flushing in biquad.ts; here the state is in the sum of lines, so it is done a sample.
        if (y < 1e-20 && y > -1e-20) y = 0;
        filtered[k] = y;
        sum += y;
      }
      for (let c = 0; c < taps.length; c++) {
        const tap = taps[c];
        let out = 0;
        for (let k = 0; k < count; k++) out += tap[k] * filtered[k];
        blocks[c][offset + i] = out;
      }
      const fold = (2 * sum) / count;
      for (let k = 0; k < count; k++) {
        const line = lines[k];
        line[at[k]] = filtered[k] - fold + (k & 1 ? -input[i] : input[i]);
        if (++at[k] === line.length) at[k] = 0;
      }
    }
  }
}

/** True for an odd number of set bits among the lowest four. */
const parity = (n: number): boolean => ((0x6996 >> (n & 15)) & 1) === 1;
