import { SpectralFrames } from "../../signal/spectral-frames";
import { defineAudioEffect } from "../define";
import { choice, semitones } from "../parameter";

const sizes = { voice: 2048, "low sounds": 4096 } as const;

/** Turns an angle into −π…π. */
const wrap = (angle: number) => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

/**
 * Moves the pitch and keeps the time. Phase vocoder: from one frame to the next each bin's phase tells its true
 * frequency; magnitudes and frequencies move by the ratio 2^(semitones/12), phases follow from the new frequencies.
 * Source: Zölzer, DAFX, 2nd ed., §7.4.4 (pitch shifting by the phase vocoder, Flanagan & Golden 1966).
 */
export const pitchShift = defineAudioEffect({
  id: "audio.pitch-shift",
  name: "Pitch shift",
  short: "Pitch",
  category: "modulation",
  summary: "Higher or lower, as long as before.",
  parameters: {
    shift: semitones({ label: "Shift", help: "Twelve are an octave.", min: -24, max: 24, default: 0 }),
    material: choice({
      label: "Material",
      help: "Longer frames hold low sounds together, shorter ones speech.",
      options: [
        { value: "voice", label: "voice" },
        { value: "low sounds", label: "low sounds" },
      ],
      default: "voice",
    }),
  },
  key: ["shift"],
  offline: true,
  create({ shift, material }, { sampleRate, channels }) {
    // As long in time at any rate.
    const size = 2 ** Math.round(Math.log2((sizes[material] * sampleRate) / 48_000));
    const ratio = 2 ** (shift / 12);
    const bins = size / 2 + 1;
    const hop = size * SpectralFrames.hopShare;
    const step = (2 * Math.PI * hop) / size;
    const frames = Array.from({ length: channels }, () => {
      const lastPhase = new Float64Array(bins);
      const phase = new Float64Array(bins);
      const magnitude = new Float64Array(bins);
      const frequency = new Float64Array(bins);
      return new SpectralFrames(size, (re, im) => {
        magnitude.fill(0);
        frequency.fill(0);
        for (let k = 0; k < bins; k++) {
          const angle = Math.atan2(im[k], re[k]);
          // Bins from the middle of the band: how far the phase ran beyond what the bin's own frequency makes.
          const detour = wrap(angle - lastPhase[k] - k * step);
          lastPhase[k] = angle;
          const to = Math.round(k * ratio);
          const power = Math.hypot(re[k], im[k]);
          if (to >= bins || power === 0) continue;
          magnitude[to] += power;
          // Where two bins land on one, the stronger gives the frequency.
          if (power >= magnitude[to] / 2) frequency[to] = (k + detour / step) * ratio;
        }
        for (let k = 0; k < bins; k++) {
          phase[k] = wrap(phase[k] + frequency[k] * step);
          re[k] = magnitude[k] * Math.cos(phase[k]);
          im[k] = magnitude[k] * Math.sin(phase[k]);
        }
      });
    });
    return {
      latency: size,
      tail: 0,
      process(blocks, count) {
        blocks.forEach((block, c) => frames[c].process(block, count));
      },
    };
  },
});
