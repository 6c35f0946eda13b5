import { section, SectionState } from "../../signal/biquad";
import { forgetting } from "../../signal/one-pole";
import { fromDecibels, toDecibels } from "../../signal/decibels";
import { Ballistics, compressedLevel } from "../../signal/dynamics";
import { defineAudioEffect } from "../define";
import { decibels, hertz, milliseconds, ratio } from "../parameter";

/**
 * Turns sibilants down: the level of a band around the frequency works a compressor whose reduction, at most `range`,
 * is taken from that band alone: y = x − (1 − g)·band(x), with a band-pass of unit gain and no phase at its centre.
 * All channels by one gain. Source: Zölzer, DAFX, 2nd ed., §4.2 (de-esser: band-limited side chain); band-pass: Audio
 * EQ Cookbook (W3C Note).
 */
export const deEsser = defineAudioEffect({
  id: "audio.de-esser",
  name: "De-esser",
  short: "DeEss",
  category: "dynamics",
  summary: "Softens sharp s and sh sounds.",
  parameters: {
    frequency: hertz({
      label: "Frequency",
      help: "Where the hiss of the voice lies.",
      min: 2000,
      max: 16000,
      default: 6500,
    }),
    bandwidth: ratio({
      label: "Bandwidth",
      help: "Octaves around it, as a ratio of upper to lower end.",
      min: 1.2,
      max: 8,
      default: 2,
    }),
    threshold: decibels({
      label: "Threshold",
      help: "A louder band is turned down.",
      min: -60,
      max: 0,
      default: -32,
      resolution: 0.1,
    }),
    ratio: ratio({
      label: "Ratio",
      help: "How many dB above the threshold become one.",
      min: 1,
      max: 20,
      default: 4,
    }),
    range: decibels({
      label: "Range",
      help: "Turned down by no more than this.",
      min: 0,
      max: 24,
      default: 9,
      resolution: 0.1,
    }),
    attack: milliseconds({ label: "Attack", help: "How soon it turns down.", min: 0, max: 50, default: 1 }),
    release: milliseconds({ label: "Release", help: "How soon it lets go.", min: 5, max: 500, default: 60 }),
  },
  key: ["frequency", "threshold"],
  create({ frequency, bandwidth, threshold, ratio, range, attack, release }, { sampleRate, channels }) {
    // Q of a band whose edges have that ratio: f0 / (f2 − f1) with f0² = f1·f2.
    const q = Math.sqrt(bandwidth) / (bandwidth - 1);
    const filters = Array.from(
      { length: channels },
      () => new SectionState(section("band-pass", frequency, q, 0, sampleRate)),
    );
    const ballistics = new Ballistics(attack, release, sampleRate);
    let bands: Float32Array[] = [];
    return {
      latency: 0,
      tail: 0,
      settles: forgetting(Math.max(attack, release), sampleRate),
      process(blocks, frames) {
        if (bands.length === 0 || bands[0].length < frames)
          bands = blocks.map(() => new Float32Array(frames));
        blocks.forEach((block, c) => {
          bands[c].set(block.subarray(0, frames));
          filters[c].process(bands[c], frames);
        });
        for (let i = 0; i < frames; i++) {
          let largest = 0;
          for (let c = 0; c < channels; c++) largest = Math.max(largest, Math.abs(bands[c][i]));
          const level = toDecibels(largest);
          const reduction = ballistics.next(
            Math.min(range, level - compressedLevel(level, threshold, ratio, 6)),
          );
          if (reduction === 0) continue;
          const taken = 1 - fromDecibels(-reduction);
          for (let c = 0; c < channels; c++) blocks[c][i] -= taken * bands[c][i];
        }
      },
    };
  },
});
