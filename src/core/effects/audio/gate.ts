import { butterworth, SectionState } from "../../signal/biquad";
import { expandedLevel, gainTable, levelDetector, reductionTable } from "../../signal/dynamics";
import { Hold } from "../../signal/hold";
import { onePole } from "../../signal/one-pole";
import { defineAudioEffect } from "../define";
import { decibels, hertz, milliseconds, ratio } from "../parameter";
import { detectorChoice } from "./compressor";

/**
 * Expander, and with a high ratio a gate, all channels by one gain. The reduction follows the static curve in dB: it
 * opens with the attack's time constant, stays open for the hold, and closes with the release's.
 * Source: Zölzer, DAFX, 2nd ed., §4.2 (expander and noise gate); curve: `expandedLevel`.
 */
export const gate = defineAudioEffect({
  id: "audio.gate",
  name: "Expander and gate",
  short: "Gate",
  category: "dynamics",
  summary: "Makes soft parts softer, or silent.",
  parameters: {
    threshold: decibels({ label: "Threshold", help: "Softer than this is turned down.", min: -80, max: 0, default: -45, resolution: 0.1 }),
    ratio: ratio({ label: "Ratio", help: "How many dB one dB below the threshold becomes.", min: 1, max: 30, default: 2 }),
    range: decibels({ label: "Range", help: "Turned down by no more than this.", min: 0, max: 90, default: 30, resolution: 0.1 }),
    attack: milliseconds({ label: "Attack", help: "How soon it opens.", min: 0, max: 100, default: 1 }),
    hold: milliseconds({ label: "Hold", help: "How long it stays open.", min: 0, max: 1000, default: 40 }),
    release: milliseconds({ label: "Release", help: "How soon it closes.", min: 5, max: 3000, default: 150, taper: "log" }),
    knee: decibels({ label: "Knee", help: "Width of the bend around the threshold.", min: 0, max: 24, default: 6, resolution: 0.1 }),
    lookAhead: milliseconds({ label: "Look-ahead", help: "Lets it open before the sound is there.", min: 0, max: 20, default: 1 }),
    detector: detectorChoice,
    sideChain: hertz({ label: "Side-chain low cut", help: "Keeps lows from opening it.", min: 10, max: 2000, default: 10, off: "min" }),
  },
  key: ["threshold", "range"],
  create({ threshold, ratio, range, attack, hold, release, knee, lookAhead, detector, sideChain }, { sampleRate, channels }) {
    const latency = Math.round((lookAhead / 1000) * sampleRate);
    const line = new Hold(latency, channels);
    const level = levelDetector(detector, sampleRate);
    const wantedAt = reductionTable((input) => input - expandedLevel(input, threshold, ratio, knee, range));
    const gainOf = gainTable(0);
    const filters = Array.from({ length: sideChain > 10 ? channels : 0 }, () => butterworth("high-pass", sideChain, "12", sampleRate).map((s) => new SectionState(s)));
    const opening = onePole(attack, sampleRate);
    const closing = onePole(release, sampleRate);
    const stays = Math.round((hold / 1000) * sampleRate);
    let reduction = range;
    let held = 0;
    let heard: Float32Array[] = [];
    let gains = new Float32Array(0);
    return {
      latency,
      tail: 0,
      process(blocks, frames) {
        if (gains.length < frames) {
          gains = new Float32Array(frames);
          heard = blocks.map(() => new Float32Array(frames));
        }
        blocks.forEach((block, c) => {
          heard[c].set(block.subarray(0, frames));
          for (const stage of filters[c] ?? []) stage.process(heard[c], frames);
        });
        for (let i = 0; i < frames; i++) {
          let largest = 0;
          for (let c = 0; c < channels; c++) largest = Math.max(largest, Math.abs(heard[c][i]));
          const wanted = wantedAt(level(largest));
          if (wanted <= reduction) {
            reduction = opening * reduction + (1 - opening) * wanted;
            held = stays;
          } else if (held > 0) held--;
          else reduction = closing * reduction + (1 - closing) * wanted;
          gains[i] = gainOf(reduction);
        }
        line.process(blocks, frames);
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gains[i];
      },
    };
  },
  levelCurve: ({ threshold, ratio, range, knee }, level) => expandedLevel(level, threshold, ratio, knee, range),
});
