import { SpectralFrames } from "../../signal/spectral-frames";
import { defineAudioEffect } from "../define";
import { choice, semitones } from "../parameter";

const sizes = { voice: 2048, "low sounds": 4096 } as const;

/** Turns an angle into −π…π. */
const wrap = (angle: number) => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

/**
 * Moves the pitch and keeps the time. Phase vocoder: the spectrum is cut into regions around its peaks; the phase from
 * one frame to the next tells each peak's true frequency, and its whole region moves to 2^(semitones/12) times that,
 * turned by the angle that the difference in frequency makes a hop, so that the shape of a partial stays whole.
 * Sources: Zölzer, DAFX, 2nd ed., §7.4.4; Laroche & Dolson, "New Phase-Vocoder Techniques for Pitch-Shifting,
 * Harmonizing and Other Exotic Effects", IEEE WASPAA 1999.
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
      /** How far each bin's region has been turned so far. */
      const turned = new Float64Array(bins);
      const power = new Float64Array(bins);
      const [newRe, newIm] = [new Float64Array(bins), new Float64Array(bins)];
      return new SpectralFrames(size, (re, im) => {
        newRe.fill(0);
        newIm.fill(0);
        for (let k = 0; k < bins; k++) power[k] = re[k] * re[k] + im[k] * im[k];
        const peaks: number[] = [];
        for (let k = 0; k < bins; k++)
          if (
            power[k] > 0 &&
            [1, 2].every((d) => power[k] > (power[k - d] ?? 0) && power[k] >= (power[k + d] ?? 0))
          )
            peaks.push(k);
        let from = 0;
        peaks.forEach((peak, n) => {
          // Regions meet at the weakest bin between their peaks.
          let to = bins;
          if (n + 1 < peaks.length) {
            to = peak + 1;
            for (let k = peak + 1; k < peaks[n + 1]; k++) if (power[k] < power[to]) to = k;
          }
          const angle = Math.atan2(im[peak], re[peak]);
          const frequency = peak + wrap(angle - lastPhase[peak] - peak * step) / step;
          const turn = wrap(turned[peak] + (ratio - 1) * frequency * step);
          const shift = Math.round((ratio - 1) * frequency);
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          for (let k = from; k < to; k++) {
            turned[k] = turn;
            const at = k + shift;
            if (at < 0 || at >= bins) continue;
            newRe[at] += re[k] * c - im[k] * s;
            newIm[at] += re[k] * s + im[k] * c;
          }
          from = to;
        });
        for (let k = 0; k < bins; k++) lastPhase[k] = Math.atan2(im[k], re[k]);
        re.set(newRe);
        im.set(newIm);
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
