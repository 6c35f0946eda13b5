import { fromDecibels } from "../../signal/decibels";
import { Hold } from "../../signal/hold";
import { forgetting, onePole } from "../../signal/one-pole";
import { SlidingMinimum } from "../../signal/sliding-minimum";
import { TruePeaks, truePeakLatency } from "../../signal/true-peak-meter";
import { defineAudioEffect } from "../define";
import { longestBlock, type AudioContextFacts } from "../../signal/block";
import { choice, decibels, milliseconds } from "../parameter";

/** What holds peaks below a linear ceiling by one gain for all channels; see `limiter`. */
class Ceiling {
  readonly latency: number;
  private readonly detector: TruePeaks | null;
  private readonly hold: Hold;
  private readonly minimum: SlidingMinimum;
  /** Gains as whole numbers of 2⁻⁴⁰: their running sum is exact and so never drifts. */
  private readonly box: Float64Array;
  private sum: number;
  private at = 0;
  private gain = 1;
  private gains = new Float32Array(0);

  /** `ahead`: samples over which the gain turns down; `letGo`: the one-pole's coefficient. */
  constructor(
    private readonly most: number,
    private readonly ahead: number,
    private readonly letGo: number,
    truePeaks: boolean,
    { channels, kernels }: AudioContextFacts,
  ) {
    this.detector = truePeaks ? new TruePeaks(channels, longestBlock, kernels) : null;
    this.latency = ahead + (truePeaks ? truePeakLatency : 0);
    this.hold = new Hold(this.latency, channels, kernels);
    this.minimum = new SlidingMinimum(ahead + 1);
    this.box = new Float64Array(ahead + 1).fill(unit);
    this.sum = unit * (ahead + 1);
  }

  process(blocks: readonly Float32Array[], frames: number): void {
    const { most, ahead, letGo, minimum, box } = this;
    if (this.gains.length < frames) this.gains = new Float32Array(frames);
    const { gains } = this;
    const peaks = this.detector?.listen(blocks, frames);
    for (let i = 0; i < frames; i++) {
      let largest = peaks ? peaks[i] : 0;
      if (!peaks) for (const block of blocks) largest = Math.max(largest, Math.abs(block[i]));
      const needed = minimum.next(largest > most ? most / largest : 1);
      this.gain = needed < this.gain ? needed : letGo * this.gain + (1 - letGo) * needed;
      if (this.gain > 1 - 1e-9) this.gain = 1;
      const whole = Math.floor(this.gain * unit);
      this.sum += whole - box[this.at];
      box[this.at] = whole;
      this.at = this.at === ahead ? 0 : this.at + 1;
      gains[i] = this.sum / (unit * (ahead + 1));
    }
    this.hold.process(blocks, frames);
    for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gains[i];
  }
}

const unit = 2 ** 40;

/** The second turn's look-ahead and release in milliseconds: what is left for it is some hundredths of a dB. */
const [secondAhead, secondRelease] = [1, 20];

/**
 * Holds peaks below a ceiling. The gain that each sample needs is held over the look-ahead (sliding minimum), let go
 * by a one-pole, and averaged over the look-ahead: at every peak the average has reached what it needs, so no sample
 * passes the ceiling, and the gain never jumps. True peaks are those of the wave, found by
 * oversampling by four (ITU-R BS.1770-5 Annex 2) and parabolas between, and held twice, since a moving gain makes peaks
 * between samples anew: within 0.05 dB for sound below 0.45 of the sample rate. What lies above, as in white noise, no
 * interpolator of some length finds whole; a dB of it may pass, which a meter by four does not see. All channels by one gain.
 * Source: Giannoulis, Massberg, Reiss, JAES 60(6), 2012 (infinite ratio, look-ahead); Lemire 2006 (sliding minimum).
 */
export const limiter = defineAudioEffect({
  id: "audio.limiter",
  name: "Limiter",
  short: "Lim",
  category: "dynamics",
  summary: "No peak above the ceiling.",
  parameters: {
    ceiling: decibels({
      label: "Ceiling",
      help: "Nothing gets louder than this.",
      min: -24,
      max: 0,
      default: -1,
      resolution: 0.1,
    }),
    drive: decibels({
      label: "Drive",
      help: "Gain before it.",
      min: -12,
      max: 24,
      default: 0,
      resolution: 0.1,
    }),
    release: milliseconds({
      label: "Release",
      help: "How soon it lets go.",
      min: 5,
      max: 1000,
      default: 80,
      taper: "log",
    }),
    lookAhead: milliseconds({
      label: "Look-ahead",
      help: "How long before a peak it begins to turn down.",
      min: 0.5,
      max: 20,
      default: 5,
    }),
    peaks: choice({
      label: "Peaks",
      help: "Of the samples, or of the wave between them as BS.1770 measures it.",
      options: [
        { value: "true", label: "true peaks" },
        { value: "sample", label: "samples" },
      ],
      default: "true",
    }),
  },
  key: ["ceiling", "drive"],
  create({ ceiling, drive, release, lookAhead, peaks }, facts) {
    const { sampleRate } = facts;
    const samples = (time: number) => Math.max(1, Math.round((time / 1000) * sampleRate));
    const isTrue = peaks === "true";
    const before = fromDecibels(drive);
    const turns = [
      new Ceiling(fromDecibels(ceiling), samples(lookAhead), onePole(release, sampleRate), isTrue, facts),
    ];
    if (isTrue)
      turns.push(
        new Ceiling(
          fromDecibels(ceiling),
          samples(secondAhead),
          onePole(secondRelease, sampleRate),
          true,
          facts,
        ),
      );
    return {
      latency: turns.reduce((sum, turn) => sum + turn.latency, 0),
      tail: 0,
      settles: samples(lookAhead) + forgetting(release, sampleRate),
      process(blocks, frames) {
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= before;
        for (const turn of turns) turn.process(blocks, frames);
      },
    };
  },
  levelCurve: ({ ceiling, drive }, level) => Math.min(level + drive, ceiling),
});
