import { defineAudioEffect } from "../define";
import { hertz } from "../parameter";
import { passFilter, slope } from "./pass-filter";

/** Cuts what lies above the cutoff (−3 dB there). Sources: Audio EQ Cookbook (W3C Note); Butterworth pole angles. */
export const lowPass = defineAudioEffect({
  id: "audio.low-pass",
  name: "Low-pass",
  short: "LP",
  category: "filter",
  summary: "Cuts hiss, brightness and everything else above a frequency.",
  parameters: {
    cutoff: hertz({
      label: "Cutoff",
      help: "Half power remains here; above, less.",
      min: 20,
      max: 22000,
      default: 9000,
    }),
    slope,
  },
  key: ["cutoff", "slope"],
  automates: ["cutoff"],
  ...passFilter("low-pass"),
});
