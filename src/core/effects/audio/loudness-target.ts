import { LoudnessMeter } from "../../measure/loudness-meter";
import { fromDecibels } from "../../signal/decibels";
import { defineAudioEffect, type AudioProcessor } from "../define";
import { choice, decibels, loudnessUnits } from "../parameter";
import { limiter } from "./limiter";

/**
 * Brings the whole material to a loudness. Its integrated loudness and true peak are measured first; the gain is their
 * distance from the target. Where the peaks would pass the ceiling they are limited, or the gain stays lower.
 * Sources: ITU-R BS.1770-5 (measure), EBU R 128 (−23 LUFS, −1 dBTP).
 */
export const loudnessTarget = defineAudioEffect({
  id: "audio.loudness-target",
  name: "Loudness target",
  short: "LUFS",
  category: "level",
  summary: "As loud as it has to be, measured over all of it.",
  parameters: {
    target: loudnessUnits({ label: "Target", help: "Integrated loudness of the result.", min: -40, max: -5, default: -23 }),
    ceiling: decibels({ label: "Ceiling", help: "Highest true peak.", min: -12, max: 0, default: -1, resolution: 0.1 }),
    beyond: choice({
      label: "Beyond the ceiling",
      help: "What happens to peaks that would pass it.",
      options: [
        { value: "limit", label: "limit them" },
        { value: "softer", label: "stay softer" },
      ],
      default: "limit",
    }),
  },
  key: ["target", "ceiling"],
  offline: true,
  analyse(_, { sampleRate, channels }) {
    const meter = new LoudnessMeter(channels, sampleRate);
    return {
      hear: (planes, frames) => meter.hear(planes, frames),
      finish: () => Float64Array.of(meter.integrated, 20 * Math.log10(meter.truePeak)),
    };
  },
  create({ target, ceiling, beyond }, facts, { learnt }) {
    const [loudness, peak] = learnt ?? [-Infinity, -Infinity];
    const wanted = Number.isFinite(loudness) ? target - loudness : 0;
    const gain = fromDecibels(beyond === "softer" ? Math.min(wanted, ceiling - peak) : wanted);
    // Only where it is needed: a limiter that never works would still lag.
    const limits = beyond === "limit" && peak + wanted > ceiling ? (limiter.create({ ceiling, drive: 0, release: 120, lookAhead: 5, peaks: "true" }, facts, { files: {}, learnt: null }) as AudioProcessor) : null;
    return {
      latency: limits?.latency ?? 0,
      tail: 0,
      process(blocks, frames) {
        for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= gain;
        limits?.process(blocks, frames);
      },
    };
  },
});
