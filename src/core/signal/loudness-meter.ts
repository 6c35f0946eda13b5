import { SectionState } from "./biquad";
import { peakBetween, tapsPerPhase } from "./true-peak-meter";
import { kWeighting } from "./k-weighting";
import { channelWeights } from "./speakers";

const lufs = (power: number) => -0.691 + 10 * Math.log10(power);
const mean = (list: readonly number[]) => list.reduce((sum, p) => sum + p, 0) / list.length;

/** Hops of 10 ms in a momentary and in a short-term window, and from one block of the gates to the next. */
const momentary = 40;
const shortTerm = 300;
const gateStep = 10;

/** Gates: absolute in LUFS, and below the level of what passed it, in LU. */
const absoluteGate = -70;
const integratedGate = 10;
const rangeGate = 20;

export interface LoudnessReading {
  /** LUFS; −Infinity for silence. */
  readonly integrated: number;
  readonly maxMomentary: number;
  readonly maxShortTerm: number;
  /** LU. */
  readonly range: number;
  /** dBTP and dBFS. */
  readonly truePeak: number;
  readonly samplePeak: number;
}

/**
 * Loudness and peaks of a sound of any length, heard block by block.
 * Sources: ITU-R BS.1770-5 (integrated, true peak); EBU Tech 3341 (momentary 400 ms, short-term 3 s); EBU Tech 3342
 * (range: 10th to 95th percentile of the gated short-term levels).
 */
export class LoudnessMeter {
  private readonly weights: readonly number[];
  private readonly filters: readonly (readonly SectionState[])[];
  private readonly hop: number;
  /** Mean square of each hop, channels weighted. */
  private readonly hops: number[] = [];
  private sum = 0;
  private filled = 0;
  private peak = 0;
  private between = 0;
  private weighted: Float32Array = new Float32Array(0);
  /** The last samples of each channel, for the wave between blocks. */
  private readonly rests: Float32Array[];

  /** Without `peaks` no true peak is looked for, which is most of the work; they read as 0 then. `mask` names the loudspeakers, see `channelWeights`. */
  constructor(
    channels: number,
    sampleRate: number,
    private readonly peaks = true,
    mask?: number,
  ) {
    this.weights = channelWeights(channels, mask);
    this.filters = this.weights.map(() => kWeighting(sampleRate).map((s) => new SectionState(s)));
    this.hop = Math.round(sampleRate / 100);
    this.rests = this.weights.map(() => new Float32Array(tapsPerPhase - 1));
  }

  hear(planes: readonly Float32Array[], frames: number): void {
    const { hop, weights, filters } = this;
    if (this.weighted.length < frames) this.weighted = new Float32Array(frames);
    const energy = new Float64Array(Math.ceil((this.filled + frames) / hop) + 1);
    planes.forEach((plane, c) => {
      if (this.peaks) this.hearPeaks(plane.subarray(0, frames), c);
      if (weights[c] === 0) return;
      const x = this.weighted;
      x.set(plane.subarray(0, frames));
      for (const stage of filters[c]) stage.process(x, frames);
      for (let i = 0, h = 0, left = hop - this.filled; i < frames; h++, left = hop) {
        const end = Math.min(frames, i + left);
        let sum = 0;
        for (; i < end; i++) sum += x[i] * x[i];
        energy[h] += weights[c] * sum;
      }
    });
    for (let h = 0, left = frames; left > 0; h++) {
      const run = Math.min(left, hop - this.filled);
      this.sum += energy[h];
      this.filled += run;
      left -= run;
      if (this.filled === hop) {
        this.hops.push(this.sum / hop);
        this.sum = 0;
        this.filled = 0;
      }
    }
  }

  private hearPeaks(plane: Float32Array, channel: number): void {
    const rest = this.rests[channel];
    const all = new Float32Array(rest.length + plane.length);
    all.set(rest);
    all.set(plane, rest.length);
    for (let i = 0; i < plane.length; i++) {
      const magnitude = Math.abs(plane[i]);
      if (magnitude > this.peak) this.peak = magnitude;
    }
    this.between = Math.max(this.between, peakBetween(all));
    this.rests[channel] = all.slice(all.length - rest.length);
  }

  /** Mean powers of windows of so many hops, one every `step` hops. */
  private windows(length: number, step: number): number[] {
    const { hops } = this;
    const found: number[] = [];
    let sum = 0;
    hops.forEach((power, i) => {
      sum += power;
      if (i >= length) sum -= hops[i - length];
      // Summed anew now and then, so that rounding does not gather.
      if (i % 4096 === 4095) sum = hops.slice(Math.max(0, i - length + 1), i + 1).reduce((a, b) => a + b, 0);
      if (i >= length - 1 && (i - length + 1) % step === 0) found.push(Math.max(0, sum / length));
    });
    return found;
  }

  /** Material shorter than a momentary window is measured as one window. */
  private momentaryPowers(step: number): number[] {
    if (this.hops.length >= momentary) return this.windows(momentary, step);
    const all = this.hops.reduce((a, b) => a + b * this.hop, 0) + this.sum;
    const length = this.hops.length * this.hop + this.filled;
    return length === 0 ? [] : [all / length];
  }

  get integrated(): number {
    return this.integratedWith(0);
  }

  /** What would be read after a gain in dB. It differs by more than the gain where that lifts something over the gate. */
  integratedWith(gain: number): number {
    const audible = this.momentaryPowers(gateStep).filter((p) => lufs(p) + gain > absoluteGate);
    if (audible.length === 0) return -Infinity;
    const gate = lufs(mean(audible)) - integratedGate;
    return lufs(mean(audible.filter((p) => lufs(p) > gate))) + gain;
  }

  get range(): number {
    const audible = this.windows(shortTerm, gateStep).filter((p) => lufs(p) >= absoluteGate);
    if (audible.length === 0) return 0;
    const gate = lufs(mean(audible)) - rangeGate;
    const levels = audible
      .map(lufs)
      .filter((l) => l >= gate)
      .sort((a, b) => a - b);
    const at = (share: number) => levels[Math.round((levels.length - 1) * share)];
    return at(0.95) - at(0.1);
  }

  /** Momentary loudness in LUFS every 100 ms, from the end of the first window on. */
  get course(): number[] {
    return this.momentaryPowers(gateStep).map(lufs);
  }

  private maximum(powers: readonly number[]): number {
    return powers.reduce((most, p) => Math.max(most, lufs(p)), -Infinity);
  }

  /** Linear. The wave goes on for some samples after the last. */
  get truePeak(): number {
    const ends = this.rests.map((rest) => {
      const ended = new Float32Array(2 * rest.length);
      ended.set(rest);
      return peakBetween(ended);
    });
    return this.peaks ? Math.max(this.peak, this.between, ...ends) : 0;
  }

  read(): LoudnessReading {
    const decibels = (peak: number) => 20 * Math.log10(peak);
    return {
      integrated: this.integrated,
      maxMomentary: this.maximum(this.momentaryPowers(1)),
      maxShortTerm: this.maximum(this.windows(shortTerm, 1)),
      range: this.range,
      truePeak: decibels(this.truePeak),
      samplePeak: decibels(this.peak),
    };
  }
}
