import { fromDecibels, toDecibels } from "../../signal/decibels";
import { onePole } from "../../signal/one-pole";
import { defineAudioEffect } from "../define";
import { decibels, milliseconds } from "../parameter";

/** Softer than this nothing is shaped, in dB; the noise below has no attacks worth the name. */
const floor = -70;

/**
 * Louder or softer onsets and decays, whatever the level. A fast and a slow envelope of the loudest channel are compared
 * in dB: where the fast one is ahead it is an onset, where the slow one is ahead a decay; each share scales its gain.
 * Source: envelope followers, Zölzer, DAFX, 2nd ed., §4.1; the comparison of two is common practice, no source.
 */
export const transientShaper = defineAudioEffect({
  id: "audio.transient-shaper",
  name: "Transient shaper",
  short: "Trans",
  category: "dynamics",
  summary: "Sharper or rounder onsets, longer or shorter decays.",
  parameters: {
    attack: decibels({ label: "Onset", help: "Gain where a sound sets in.", min: -15, max: 15, default: 4, resolution: 0.1 }),
    sustain: decibels({ label: "Decay", help: "Gain where it dies away.", min: -15, max: 15, default: 0, resolution: 0.1 }),
    speed: milliseconds({ label: "Length", help: "How long an onset lasts.", min: 5, max: 100, default: 25, taper: "log" }),
  },
  key: ["attack", "sustain"],
  create({ attack, sustain, speed }, { sampleRate, channels }) {
    const quick = onePole(1, sampleRate);
    const slow = onePole(speed, sampleRate);
    const fall = onePole(speed * 4, sampleRate);
    const smooth = onePole(1, sampleRate);
    let fastUp = 0;
    let slowUp = 0;
    let fastDown = 0;
    let gain = 0;
    return {
      latency: 0,
      tail: 0,
      process(blocks, frames) {
        for (let i = 0; i < frames; i++) {
          let x = 0;
          for (let c = 0; c < channels; c++) x = Math.max(x, Math.abs(blocks[c][i]));
          fastUp = x > fastUp ? quick * fastUp + (1 - quick) * x : fall * fastUp;
          slowUp = x > slowUp ? slow * slowUp + (1 - slow) * x : fall * slowUp;
          fastDown = x > fastDown ? quick * fastDown + (1 - quick) * x : slow * fastDown;
          if (fastUp < 1e-12) fastUp = slowUp = fastDown = 0;
          const level = toDecibels(fastUp);
          let wanted = 0;
          if (level > floor) {
            // At most 12 dB of distance count, which makes the whole of the gain.
            const onset = Math.min(1, Math.max(0, (level - toDecibels(slowUp)) / 12));
            const decay = Math.min(1, Math.max(0, (level - toDecibels(fastDown)) / 12));
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
