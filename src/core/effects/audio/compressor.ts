import { applyTable } from "../../numeric/function-table";
import { forgetting } from "../../signal/one-pole";
import { Ballistics, compressedLevel, gainTable, levelTable } from "../../signal/dynamics";
import { Hold } from "../../signal/hold";
import { SideChain } from "../../signal/side-chain";
import { defineAudioEffect } from "../define";
import { choice, decibels, hertz, milliseconds, ratio } from "../parameter";

/** What compressor, gate and de-esser offer as detectors. */
export const detectorChoice = choice({
  label: "Detector",
  help: "Peaks, or the power over 10 ms.",
  options: [
    { value: "peak", label: "peak" },
    { value: "rms", label: "RMS" },
  ],
  default: "peak",
});

/**
 * Feed-forward compressor, all channels by one gain. The loudest channel's level, after an optional high-pass in the
 * side chain, runs through the static curve; the reduction is smoothed in dB. Times are time constants (63.2 %).
 * Look-ahead delays the sound, not its detector, and is taken out as latency.
 * Source: Giannoulis, Massberg, Reiss, JAES 60(6), 2012.
 */
export const compressor = defineAudioEffect({
  id: "audio.compressor",
  name: "Compressor",
  short: "Comp",
  category: "dynamics",
  summary: "Makes loud parts softer, so that all of it can be louder.",
  parameters: {
    threshold: decibels({
      label: "Threshold",
      help: "Louder than this is turned down.",
      min: -60,
      max: 0,
      default: -20,
      resolution: 0.1,
    }),
    ratio: ratio({
      label: "Ratio",
      help: "How many dB above the threshold become one.",
      min: 1,
      max: 30,
      default: 3,
    }),
    attack: milliseconds({ label: "Attack", help: "How soon it turns down.", min: 0, max: 300, default: 10 }),
    release: milliseconds({
      label: "Release",
      help: "How soon it lets go.",
      min: 5,
      max: 3000,
      default: 120,
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
    makeUp: decibels({
      label: "Make-up",
      help: "Gain after it.",
      min: -12,
      max: 24,
      default: 0,
      resolution: 0.1,
    }),
    lookAhead: milliseconds({
      label: "Look-ahead",
      help: "Lets it turn down before the peak is there.",
      min: 0,
      max: 20,
      default: 0,
    }),
    detector: detectorChoice,
    sideChain: hertz({
      label: "Side-chain low cut",
      help: "Keeps lows from working it.",
      min: 10,
      max: 1000,
      default: 10,
      off: "min",
    }),
  },
  key: ["threshold", "ratio"],
  create(
    { threshold, ratio, attack, release, knee, makeUp, lookAhead, detector, sideChain },
    { sampleRate, channels, kernels },
  ) {
    const latency = Math.round((lookAhead / 1000) * sampleRate);
    const hold = new Hold(latency, channels, kernels);
    const ballistics = new Ballistics(attack, release, sampleRate);
    const side = new SideChain(sideChain > 10 ? sideChain : null, detector, {
      sampleRate,
      channels,
      kernels,
    });
    const settles = forgetting(Math.max(attack, release), sampleRate);
    if (kernels) {
      const { run } = kernels;
      return {
        latency,
        tail: 0,
        settles,
        process(blocks, frames) {
          const gains = side.listen(blocks, frames).byteOffset;
          run.wantedReduction(gains, frames, threshold, knee, knee > 0 ? 0.5 / knee : 0, 1 - 1 / ratio);
          ballistics.followBy(kernels, gains, frames);
          run.gainsOf(gains, frames, makeUp);
          hold.process(blocks, frames);
          for (const block of blocks) run.multiply(block.byteOffset, gains, frames);
        },
      };
    }
    // A block at a time through a table: a logarithm and a power a sample would else be most of the work.
    const wanted = levelTable((input) => input - compressedLevel(input, threshold, ratio, knee));
    const gainOf = gainTable(makeUp);
    return {
      latency,
      tail: 0,
      settles,
      process(blocks, frames) {
        const gains = side.listen(blocks, frames);
        applyTable(wanted, gains, 0, frames);
        ballistics.follow(gains, frames);
        for (let i = 0; i < frames; i++) gains[i] = gainOf(gains[i]);
        hold.process(blocks, frames);
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gains[i];
      },
    };
  },
  levelCurve: ({ threshold, ratio, knee, makeUp }, level) =>
    compressedLevel(level, threshold, ratio, knee) + makeUp,
});
