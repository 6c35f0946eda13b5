import { Convolver } from "../../signal/convolver";
import { fromDecibels } from "../../signal/decibels";
import { Hold } from "../../signal/hold";
import { resample, resampleNeeds } from "../../signal/resample";
import { defineAudioEffect, type DecodedFile } from "../define";
import { decibels, file, milliseconds, percent } from "../parameter";

/** Longest impulse response that is used, in seconds; the rest is cut off. */
export const longestResponse = 20;

/** A response at the material's rate; `lead`: how many of its samples come before the response's first, since a band-limited wave begins before its first sample. */
interface Prepared {
  readonly planes: readonly Float32Array[];
  readonly lead: number;
}

/** Planes at another rate, with all that the conversion spreads before and behind them. */
function atRate(planes: readonly Float32Array[], from: number, to: number): Prepared {
  if (from === to) return { planes, lead: 0 };
  const [{ length }] = planes;
  const spread = resampleNeeds(from, to, 0, 1).end;
  const lead = Math.ceil((spread * to) / from);
  const end = Math.ceil(((length + spread) * to) / from);
  const needs = resampleNeeds(from, to, -lead, end);
  return {
    lead,
    planes: planes.map((plane) => {
      const padded = new Float32Array(needs.end - needs.start);
      padded.set(plane, -needs.start);
      // Fewer samples must each weigh more.
      return resample(padded, needs.start, from, to, -lead, end).map((v) => (v * from) / to);
    }),
  };
}

/**
 * The part of an impulse response that is used, with a raised-cosine fade at its cut end, at the rate of the material.
 * At its own rate it has unit energy over its channels, counted a second (at 48 kHz: the energy of its samples), so that a
 * tone comes out as loud whatever the rate of the material.
 */
function prepare(
  given: Extract<DecodedFile, { kind: "impulse" }>,
  trim: number,
  sampleRate: number,
): Prepared {
  const rate = given.sampleRate;
  const [{ length }] = given.planes;
  const kept = Math.max(1, Math.min(longestResponse * rate, Math.round((length * (100 - trim)) / 100)));
  const cut = given.planes.map((p) => p.slice(0, kept));
  if (kept < length) {
    const fade = Math.min(kept, Math.round(0.02 * rate));
    for (const p of cut)
      for (let i = 0; i < fade; i++) p[kept - 1 - i] *= 0.5 - 0.5 * Math.cos((Math.PI * i) / fade);
  }
  const energy =
    ((cut.reduce((sum, p) => sum + p.reduce((s, v) => s + v * v, 0), 0) / cut.length) * rate) / 48_000;
  const { planes, lead } = atRate(cut, rate, sampleRate);
  return { lead, planes: energy === 0 ? planes : planes.map((p) => p.map((v) => v / Math.sqrt(energy))) };
}

/**
 * The sound of a place or a device, by convolution with its impulse response, at the rate of the material and at unit
 * energy. A response of one channel serves all; else channel by channel, in turn. Output is the wet signal alone.
 * Source: partitioned convolution, Gardner 1995; see `Convolver`.
 */
export const convolutionReverb = defineAudioEffect({
  id: "audio.convolution",
  name: "Convolution reverb",
  short: "Conv",
  category: "space",
  summary: "The sound of a real place, from its impulse response.",
  parameters: {
    response: file({
      label: "Response",
      help: "The impulse response: a recording of a click in that place.",
      holds: "impulse",
    }),
    trim: percent({ label: "Trim", help: "How much of its end is left out.", min: 0, max: 99, default: 0 }),
    preDelay: milliseconds({
      label: "Pre-delay",
      help: "From the sound to the onset of its reverb.",
      min: 0,
      max: 250,
      default: 0,
    }),
    level: decibels({
      label: "Level",
      help: "Gain of the reverb.",
      min: -24,
      max: 12,
      default: 0,
      resolution: 0.1,
    }),
  },
  key: ["preDelay", "level"],
  defaultMix: 25,
  create({ trim, preDelay, level }, { sampleRate, channels, kernels }, { files }) {
    const given = files.response;
    if (given?.kind !== "impulse") return { latency: 0, tail: 0, process: () => undefined };
    const { planes: responses, lead } = prepare(given, trim, sampleRate);
    const length = responses[0].length;
    // Larger blocks for longer responses: the work a sample then grows with the logarithm, not with the length.
    const block = 2 ** Math.min(14, Math.max(9, Math.round(Math.log2(length / 8))));
    const lines = Array.from(
      { length: channels },
      (_, c) => new Convolver(responses[c % responses.length], block),
    );
    const pre = Math.round((preDelay / 1000) * sampleRate);
    const hold = new Hold(pre, channels, kernels);
    const gain = fromDecibels(level);
    return {
      latency: block + lead,
      tail: length - lead + pre,
      process(blocks, frames) {
        hold.process(blocks, frames);
        blocks.forEach((b, c) => {
          lines[c].process(b, frames);
          for (let i = 0; i < frames; i++) b[i] *= gain;
        });
      },
    };
  },
});
