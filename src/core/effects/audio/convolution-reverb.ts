import { Convolver } from "../../signal/convolver";
import { fromDecibels } from "../../signal/decibels";
import { Hold } from "../../signal/hold";
import { resample, resampleNeeds } from "../../signal/resample";
import { defineAudioEffect, type DecodedFile } from "../define";
import { decibels, file, milliseconds, percent } from "../parameter";

/** Longest impulse response that is used, in seconds; the rest is cut off. */
export const longestResponse = 20;

/** One plane at another rate, from its first sample on. */
function atRate(plane: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return plane;
  const length = Math.ceil((plane.length * to) / from);
  const needs = resampleNeeds(from, to, 0, length);
  const padded = new Float32Array(needs.end - needs.start);
  padded.set(plane.subarray(0, needs.end), -needs.start);
  const out = resample(padded, needs.start, from, to, 0, length);
  // The same energy a second: fewer samples must each weigh more.
  return out.map((v) => (v * from) / to);
}

/** The part of an impulse response that is used, at unit energy over its channels, with a raised-cosine fade at its cut end. */
function prepare(given: Extract<DecodedFile, { kind: "impulse" }>, trim: number, sampleRate: number): Float32Array[] {
  const planes = given.planes.map((p) => atRate(p, given.sampleRate, sampleRate));
  const kept = Math.max(1, Math.min(longestResponse * sampleRate, Math.round((planes[0].length * (100 - trim)) / 100)));
  const cut = planes.map((p) => p.slice(0, kept));
  if (kept < planes[0].length) {
    const fade = Math.min(kept, Math.round(0.02 * sampleRate));
    for (const p of cut) for (let i = 0; i < fade; i++) p[kept - 1 - i] *= 0.5 - 0.5 * Math.cos((Math.PI * i) / fade);
  }
  // Energy a second, so that a tone comes out as loud at any rate; at 48 kHz it is the energy of the samples.
  const energy = ((cut.reduce((sum, p) => sum + p.reduce((s, v) => s + v * v, 0), 0) / cut.length) * sampleRate) / 48_000;
  return energy === 0 ? cut : cut.map((p) => p.map((v) => v / Math.sqrt(energy)));
}

/**
 * The sound of a place or a device, by convolution with its impulse response, at the rate of the material and at unit
 * energy (of its samples at 48 kHz). A response of one channel serves all; else channel by channel, in turn. Output is the wet signal alone.
 * Source: partitioned convolution, Gardner 1995; see `Convolver`.
 */
export const convolutionReverb = defineAudioEffect({
  id: "audio.convolution",
  name: "Convolution reverb",
  short: "Conv",
  category: "space",
  summary: "The sound of a real place, from its impulse response.",
  parameters: {
    response: file({ label: "Response", help: "The impulse response: a recording of a click in that place.", holds: "impulse" }),
    trim: percent({ label: "Trim", help: "How much of its end is left out.", min: 0, max: 99, default: 0 }),
    preDelay: milliseconds({ label: "Pre-delay", help: "From the sound to the onset of its reverb.", min: 0, max: 250, default: 0 }),
    level: decibels({ label: "Level", help: "Gain of the reverb.", min: -24, max: 12, default: 0, resolution: 0.1 }),
  },
  key: ["preDelay", "level"],
  defaultMix: 25,
  create({ trim, preDelay, level }, { sampleRate, channels, kernels }, { files }) {
    const given = files.response;
    if (given?.kind !== "impulse") return { latency: 0, tail: 0, process: () => undefined };
    const responses = prepare(given, trim, sampleRate);
    const length = responses[0].length;
    // Larger blocks for longer responses: the work a sample then grows with the logarithm, not with the length.
    const block = 2 ** Math.min(14, Math.max(9, Math.round(Math.log2(length / 8))));
    const lines = Array.from({ length: channels }, (_, c) => new Convolver(responses[c % responses.length], block));
    const pre = Math.round((preDelay / 1000) * sampleRate);
    const hold = new Hold(pre, channels, kernels);
    const gain = fromDecibels(level);
    return {
      latency: block,
      tail: length + pre,
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
