import { fromDecibels } from "../../signal/decibels";
import { Hold } from "../../signal/hold";
import { onePole } from "../../signal/one-pole";
import { SlidingMinimum } from "../../signal/sliding-minimum";
import { TruePeakMeter } from "../../signal/true-peak-meter";
import { defineAudioEffect } from "../define";
import { choice, decibels, milliseconds } from "../parameter";

/**
 * Holds peaks below a ceiling. The gain that each sample needs is held over the look-ahead (sliding minimum), let go
 * by a one-pole, and averaged over the look-ahead: at every peak the average has reached what it needs, so no sample
 * passes the ceiling, and the gain never jumps. With true peaks the detector sees the signal at four times the rate;
 * between the gain's changes a hundredth of a dB may remain. All channels by one gain.
 * Source: Giannoulis, Massberg, Reiss, JAES 60(6), 2012 (infinite ratio, look-ahead); Lemire 2006 (sliding minimum).
 */
export const limiter = defineAudioEffect({
  id: "audio.limiter",
  name: "Limiter",
  short: "Lim",
  category: "dynamics",
  summary: "No peak above the ceiling.",
  parameters: {
    ceiling: decibels({ label: "Ceiling", help: "Nothing gets louder than this.", min: -24, max: 0, default: -1, resolution: 0.1 }),
    drive: decibels({ label: "Drive", help: "Gain before it.", min: -12, max: 24, default: 0, resolution: 0.1 }),
    release: milliseconds({ label: "Release", help: "How soon it lets go.", min: 5, max: 1000, default: 80, taper: "log" }),
    lookAhead: milliseconds({ label: "Look-ahead", help: "How long before a peak it begins to turn down.", min: 0.5, max: 20, default: 5 }),
    peaks: choice({
      label: "Peaks",
      help: "Of the samples, or of the wave between them.",
      options: [
        { value: "true", label: "true peaks" },
        { value: "sample", label: "samples" },
      ],
      default: "true",
    }),
  },
  key: ["ceiling", "drive"],
  create({ ceiling, drive, release, lookAhead, peaks }, { sampleRate, channels, kernels }) {
    const ahead = Math.max(1, Math.round((lookAhead / 1000) * sampleRate));
    const most = fromDecibels(ceiling);
    const before = fromDecibels(drive);
    const letGo = onePole(release, sampleRate);
    const meters = peaks === "true" ? Array.from({ length: channels }, () => new TruePeakMeter()) : [];
    const lag = peaks === "true" ? TruePeakMeter.latency : 0;
    const latency = ahead + lag;
    const hold = new Hold(latency, channels, kernels);
    const minimum = new SlidingMinimum(ahead + 1);
    // Gains as whole numbers of 2⁻⁴⁰: their running sum is exact and so never drifts.
    const unit = 2 ** 40;
    const box = new Float64Array(ahead + 1).fill(unit);
    let sum = unit * (ahead + 1);
    let at = 0;
    let gain = 1;
    let gains = new Float32Array(0);
    return {
      latency,
      tail: 0,
      process(blocks, frames) {
        if (gains.length < frames) gains = new Float32Array(frames);
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= before;
        for (let i = 0; i < frames; i++) {
          let largest = 0;
          for (let c = 0; c < channels; c++) {
            const peak = lag > 0 ? meters[c].next(blocks[c][i]) : Math.abs(blocks[c][i]);
            if (peak > largest) largest = peak;
          }
          const needed = minimum.next(largest > most ? most / largest : 1);
          gain = needed < gain ? needed : letGo * gain + (1 - letGo) * needed;
          if (gain > 1 - 1e-9) gain = 1;
          const whole = Math.floor(gain * unit);
          sum += whole - box[at];
          box[at] = whole;
          at = at === ahead ? 0 : at + 1;
          gains[i] = sum / (unit * (ahead + 1));
        }
        hold.process(blocks, frames);
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gains[i];
      },
    };
  },
  levelCurve: ({ ceiling, drive }, level) => Math.min(level + drive, ceiling),
});
