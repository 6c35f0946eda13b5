import { butterworth, SectionState } from "../../signal/biquad";
import { defineAudioEffect } from "../define";
import { choice, hertz } from "../parameter";

/**
 * Makes lows mono: the difference of left and right loses what lies below a frequency, the sum stays untouched, so
 * that a mono mix does not change. Works on the first two channels; mono passes. Source: high-pass of the Audio EQ
 * Cookbook (W3C Note) on the side signal; elliptical filtering for disc cutting is common practice, no source.
 */
export const monoBelow = defineAudioEffect({
  id: "audio.mono-below",
  name: "Mono below",
  short: "Mono↓",
  category: "stereo",
  summary: "Lows in the middle, the rest as wide as it was.",
  parameters: {
    frequency: hertz({
      label: "Frequency",
      help: "Below it the sides are taken away.",
      min: 20,
      max: 1000,
      default: 120,
    }),
    slope: choice({
      label: "Slope",
      help: "How steeply the sides fall.",
      options: [
        { value: "6", label: "6 dB/oct" },
        { value: "12", label: "12 dB/oct" },
        { value: "24", label: "24 dB/oct" },
      ],
      default: "12",
    }),
  },
  key: ["frequency"],
  create({ frequency, slope }, { sampleRate, channels }) {
    const filter = butterworth("high-pass", frequency, slope, sampleRate).map((s) => new SectionState(s));
    let side = new Float32Array(0);
    return {
      latency: 0,
      tail: 0,
      process([left, right], frames) {
        if (channels < 2) return;
        if (side.length < frames) side = new Float32Array(frames);
        for (let i = 0; i < frames; i++) side[i] = 0.5 * (left[i] - right[i]);
        for (const stage of filter) stage.process(side, frames);
        for (let i = 0; i < frames; i++) {
          const middle = 0.5 * (left[i] + right[i]);
          left[i] = middle + side[i];
          right[i] = middle - side[i];
        }
      },
    };
  },
});
