import { fromDecibels, toDecibels } from "../../signal/decibels";
import { forgetting, onePole } from "../../signal/one-pole";
import { defineAudioEffect } from "../define";
import { decibels, milliseconds } from "../parameter";

/** Softer than this nothing is shaped, in dB; the noise below has no attacks worth the name. */
const floor = -70;

/**
 * Louder or softer onsets and decays, whatever the level. A fast envelope of the loudest channel is compared in dB with
 * one that follows it late and with one that falls more slowly: where it is ahead of the first it is an onset, where it
 * is behind the second a decay; each share scales its gain.
 * Source: envelope followers, Zölzer, DAFX, 2nd ed., §4.1; the comparison of two is common practice, no source.
 */
export const transientShaper = defineAudioEffect({
  id: "audio.transient-shaper",
  name: "Transient shaper",
  short: "Trans",
  category: "dynamics",
  summary: "Sharper or rounder onsets, longer or shorter decays.",
  parameters: {
    attack: decibels({
      label: "Onset",
      help: "Gain where a sound sets in.",
      min: -15,
      max: 15,
      default: 4,
      resolution: 0.1,
    }),
    sustain: decibels({
      label: "Decay",
      help: "Gain where it dies away.",
      min: -15,
      max: 15,
      default: 0,
      resolution: 0.1,
    }),
    speed: milliseconds({
      label: "Length",
      help: "How long an onset lasts.",
      min: 5,
      max: 100,
      default: 25,
      taper: "log",
    }),
  },
  key: ["attack", "sustain"],
  create({ attack, sustain, speed }, { sampleRate, channels }) {
    const quick = onePole(1, sampleRate);
    const slow = onePole(speed, sampleRate);
    const long = onePole(speed * 4, sampleRate);
    const smooth = onePole(1, sampleRate);
    /** Up at once; down with the length, and four times as slowly. */
    let fast = 0;
    let lasting = 0;
    /** Follows the fast one late. */
    let late = 0;
    let gain = 0;
    return {
      latency: 0,
      tail: 0,
      settles: forgetting(speed * 4, sampleRate),
      process(blocks, frames) {
        for (let i = 0; i < frames; i++) {
          let x = 0;
          for (let c = 0; c < channels; c++) x = Math.max(x, Math.abs(blocks[c][i]));
          fast = x > fast ? quick * fast + (1 - quick) * x : slow * fast + (1 - slow) * x;
          lasting = x > lasting ? quick * lasting + (1 - quick) * x : long * lasting + (1 - long) * x;
          late = slow * late + (1 - slow) * fast;
          if (lasting < 1e-12) fast = lasting = late = 0;
          let wanted = 0;
          if (toDecibels(lasting) > floor) {
            // At most 12 dB of distance count, which makes the whole of the gain.
            const onset = Math.min(1, Math.max(0, (toDecibels(fast) - toDecibels(late)) / 12));
            const decay = Math.min(1, Math.max(0, (toDecibels(lasting) - toDecibels(fast)) / 12));
            wanted = attack * onset + sustain * decay;
          }
          gain = smooth * gain + (1 - smooth) * wanted;
          const factor = fromDecibels(gain);
          for (let c = 0; c < channels; c++) blocks[c][i] *= factor;
        }
      },
    };
  },
});
