import { defineAudioEffect } from "../define";
import { hertz } from "../parameter";
import { passFilter, slope } from "./pass-filter";

/** Cuts what lies below the cutoff (−3 dB there). Sources: Audio EQ Cookbook (W3C Note); Butterworth pole angles. */
export const highPass = defineAudioEffect({
  id: "audio.high-pass",
  name: "High-pass",
  short: "HP",
  category: "filter",
  summary: "Cuts rumble and everything else below a frequency.",
  parameters: {
    cutoff: hertz({
      label: "Cutoff",
      help: "Half power remains here; below, less.",
      min: 10,
      max: 20000,
      default: 80,
    }),
    slope,
  },
  key: ["cutoff", "slope"],
  automates: ["cutoff"],
  ...passFilter("high-pass"),
});
