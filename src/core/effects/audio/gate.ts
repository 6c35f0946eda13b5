import { applyTable } from "../../numeric/function-table";
import { expandedLevel, gainTable, levelTable } from "../../signal/dynamics";
import { Hold } from "../../signal/hold";
import { forgetting, onePole } from "../../signal/one-pole";
import { SideChain } from "../../signal/side-chain";
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
    threshold: decibels({
      label: "Threshold",
      help: "Softer than this is turned down.",
      min: -80,
      max: 0,
      default: -45,
      resolution: 0.1,
    }),
    ratio: ratio({
      label: "Ratio",
      help: "How many dB one dB below the threshold becomes.",
      min: 1,
      max: 30,
      default: 2,
    }),
    range: decibels({
      label: "Range",
      help: "Turned down by no more than this.",
      min: 0,
      max: 90,
      default: 30,
      resolution: 0.1,
    }),
    attack: milliseconds({ label: "Attack", help: "How soon it opens.", min: 0, max: 100, default: 1 }),
    hold: milliseconds({ label: "Hold", help: "How long it stays open.", min: 0, max: 1000, default: 40 }),
    release: milliseconds({
      label: "Release",
      help: "How soon it closes.",
      min: 5,
      max: 3000,
      default: 150,
      taper: "log",
    }),
    knee: decibels({
      label: "Knee",
      help: "Width of the bend around the threshold.",
      min: 0,
      max: 24,
      default: 6,
      resolution: 0.1,
    }),
    lookAhead: milliseconds({
      label: "Look-ahead",
      help: "Lets it open before the sound is there.",
      min: 0,
      max: 20,
      default: 1,
    }),
    detector: detectorChoice,
    sideChain: hertz({
      label: "Side-chain low cut",
      help: "Keeps lows from opening it.",
      min: 10,
      max: 2000,
      default: 10,
      off: "min",
    }),
  },
  key: ["threshold", "range"],
  create(
    { threshold, ratio, range, attack, hold, release, knee, lookAhead, detector, sideChain },
    { sampleRate, channels, kernels },
  ) {
    const latency = Math.round((lookAhead / 1000) * sampleRate);
    const line = new Hold(latency, channels, kernels);
    const side = new SideChain(sideChain > 10 ? sideChain : null, detector, {
      sampleRate,
      channels,
      kernels,
    });
    const wantedAt = levelTable((input) => input - expandedLevel(input, threshold, ratio, knee, range));
    const gainOf = gainTable(0);
    const opening = onePole(attack, sampleRate);
    const closing = onePole(release, sampleRate);
    const stays = Math.round((hold / 1000) * sampleRate);
    let reduction = range;
    let held = 0;
    return {
      latency,
      tail: 0,
      settles: stays + forgetting(attack + release, sampleRate),
      process(blocks, frames) {
        const gains = side.listen(blocks, frames);
        applyTable(wantedAt, gains, 0, frames);
        for (let i = 0; i < frames; i++) {
          const wanted = gains[i];
          if (wanted <= reduction) {
            reduction = opening * reduction + (1 - opening) * wanted;
            held = stays;
          } else if (held > 0) held--;
          else reduction = closing * reduction + (1 - closing) * wanted;
          gains[i] = gainOf(reduction);
        }
        line.process(blocks, frames);
        if (kernels)
          for (const block of blocks) kernels.run.multiply(block.byteOffset, gains.byteOffset, frames);
        else for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gains[i];
      },
    };
  },
  levelCurve: ({ threshold, ratio, range, knee }, level) =>
    expandedLevel(level, threshold, ratio, knee, range),
});
