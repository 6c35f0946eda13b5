import { LoudnessMeter } from "../../signal/loudness-meter";
import { fromDecibels } from "../../signal/decibels";
import { Aligned } from "../aligned";
import { defineAudioEffect, type AudioProcessor } from "../define";
import { inOwnMemory } from "../own-memory";
import { type AudioContextFacts } from "../../signal/block";
import { choice, decibels, loudnessUnits } from "../parameter";
import { limiter } from "./limiter";

/** A gain in dB, and a limiter after it where peaks would pass the ceiling. */
function levelling(gain: number, ceiling: number, limits: boolean, facts: AudioContextFacts): AudioProcessor {
  const factor = fromDecibels(gain);
  // Only where it is needed: a limiter that never works would still lag.
  const after = limits
    ? (limiter.create({ ceiling, drive: 0, release: 120, lookAhead: 5, peaks: "true" }, facts, {
        files: {},
        learnt: null,
      }) as AudioProcessor)
    : null;
  return {
    latency: after?.latency ?? 0,
    tail: 0,
    process(blocks, frames) {
      for (const block of blocks) for (let i = 0; i < frames; i++) block[i] *= factor;
      after?.process(blocks, frames);
    },
  };
}

/** The gain in dB after which a meter would read the target; looked for again where it lifts something over the gate. */
function gainFor(meter: LoudnessMeter, target: number): number {
  let gain = target - meter.integrated;
  for (let turn = 0; turn < mostTurns; turn++) {
    const now = meter.integratedWith(gain);
    if (!Number.isFinite(now) || Math.abs(target - now) < nearEnough) break;
    gain += target - now;
  }
  return gain;
}

/** Near enough to the target, in LU; how often it is tried; and the most that is added to what a limiter takes away, in dB. */
const [nearEnough, mostTurns, mostMore] = [0.03, 10, 24];

/** Further away than this it is said, in LU. Source: EBU Tech 3341, the tolerance of a meter. */
const told = 0.1;

/**
 * Brings the whole material to a loudness. Its integrated loudness and true peak are measured first; the gain is their
 * distance from the target. Where the peaks would pass the ceiling the gain stays lower, or they are limited: then the
 * result is measured too, and the gain grown by what the limiter took, until it is as loud as wanted.
 * Sources: ITU-R BS.1770-5 (measure), EBU R 128 (−23 LUFS, −1 dBTP).
 */
export const loudnessTarget = defineAudioEffect({
  id: "audio.loudness-target",
  name: "Loudness target",
  short: "LUFS",
  category: "level",
  summary: "As loud as it has to be, measured over all of it.",
  parameters: {
    target: loudnessUnits({
      label: "Target",
      help: "Integrated loudness of the result.",
      min: -40,
      max: -5,
      default: -23,
    }),
    ceiling: decibels({
      label: "Ceiling",
      help: "Highest true peak.",
      min: -12,
      max: 0,
      default: -1,
      resolution: 0.1,
    }),
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
  analyse({ target, ceiling, beyond }, { sampleRate, channels, mask }) {
    const meterOf = () => new LoudnessMeter(channels, sampleRate, true, mask);
    let meter = meterOf();
    let turn = 0;
    let gain = 0;
    let limits = false;
    let most = 0;
    /** What the last turn had, to see how much of a change of gain comes out. */
    let before: { readonly gain: number; readonly loudness: number } | null = null;
    let tried: Aligned | null = null;
    return {
      hear(planes, frames) {
        if (tried) tried.put(planes, frames);
        else meter.hear(planes, frames);
      },
      again() {
        if (tried) for (const _ of tried.ending());
        const loudness = meter.integrated;
        if (!Number.isFinite(loudness)) return false;
        if (turn === 0) {
          const peak = 20 * Math.log10(meter.truePeak);
          const wanted = gainFor(meter, target);
          gain = beyond === "softer" ? Math.min(wanted, ceiling - peak) : wanted;
          limits = peak + gain > ceiling + 1e-6;
          most = gain + mostMore;
        } else {
          const lacking = target - loudness;
          if (Math.abs(lacking) < nearEnough || turn >= mostTurns || (lacking > 0 && gain >= most))
            return false;
          const slope =
            before && before.gain !== gain ? (loudness - before.loudness) / (gain - before.gain) : 1;
          before = { gain, loudness };
          gain = Math.min(most, gain + lacking / Math.min(1, Math.max(0.1, slope)));
        }
        if (!limits) return false;
        turn++;
        meter = meterOf();
        tried = new Aligned(
          inOwnMemory((facts) => levelling(gain, ceiling, true, facts), { sampleRate, channels }),
          channels,
          (planes, frames) => meter.hear(planes, frames),
        );
        return true;
      },
      // The last meter that heard has what comes out; without a limiter the gain tells it.
      finish: () =>
        Float64Array.of(gain, limits ? 1 : 0, limits ? meter.integrated : meter.integratedWith(gain)),
    };
  },
  misses({ target, ceiling }, [, , reached]) {
    if (!Number.isFinite(reached))
      return `The target of ${target} LUFS is not reached: there is only silence.`;
    if (Math.abs(reached - target) < told) return null;
    return `The target of ${target} LUFS is not reached: it is ${reached.toFixed(1)} LUFS, since its peaks may not pass ${ceiling} dBTP.`;
  },
  create: ({ ceiling }, facts, { learnt }) => levelling(learnt?.[0] ?? 0, ceiling, learnt?.[1] === 1, facts),
});
