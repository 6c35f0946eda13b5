import { section, sectionResponse } from "../../signal/biquad";
import { multiply, one } from "../../numeric/complex";
import { defineAudioEffect } from "../define";
import { choice, decibels, hertz, quality, rows } from "../parameter";

const band = {
  shape: choice({
    label: "Shape",
    help: "What the band does around its frequency.",
    options: [
      { value: "bell", label: "bell" },
      { value: "low-shelf", label: "low shelf" },
      { value: "high-shelf", label: "high shelf" },
      { value: "notch", label: "notch" },
      { value: "band-pass", label: "band-pass" },
    ],
    default: "bell",
  }),
  frequency: hertz({
    label: "Frequency",
    help: "Centre of a bell, corner of a shelf.",
    min: 20,
    max: 20000,
    default: 1000,
  }),
  gain: decibels({
    label: "Gain",
    help: "Lift or cut; a notch and a band-pass ignore it.",
    min: -24,
    max: 24,
    default: 0,
    resolution: 0.1,
  }),
  q: quality({ label: "Q", help: "Narrowness: higher is narrower.", min: 0.1, max: 30, default: 1 }),
};

/** Up to eight second-order bands in series. Source: Audio EQ Cookbook (W3C Note). */
export const parametricEq = defineAudioEffect({
  id: "audio.parametric-eq",
  name: "Parametric EQ",
  short: "EQ",
  category: "filter",
  summary: "Lifts and cuts parts of the spectrum, up to eight bands.",
  parameters: {
    bands: rows({
      label: "Bands",
      help: "Each band works on the result of the one before.",
      rowLabel: "Band",
      max: 8,
      item: band,
      default: [
        { shape: "low-shelf", frequency: 120, gain: 0, q: 0.707 },
        { shape: "bell", frequency: 1000, gain: 0, q: 1 },
        { shape: "high-shelf", frequency: 8000, gain: 0, q: 0.707 },
      ],
    }),
  },
  key: ["bands"],
  create({ bands }, { sampleRate }) {
    const sections = bands.map((b) => section(b.shape, b.frequency, b.q, b.gain, sampleRate));
    // A band rings for about Q periods of its frequency per 9 dB; 60 dB are reached well within this.
    const tail = Math.ceil(
      Math.max(0, ...bands.map((b) => ((2.5 * Math.max(b.q, 0.7)) / b.frequency) * sampleRate)),
    );
    return { tail, sections };
  },
  response: ({ bands }, frequency, sampleRate) =>
    bands
      .map((b) =>
        sectionResponse(section(b.shape, b.frequency, b.q, b.gain, sampleRate), frequency, sampleRate),
      )
      .reduce(multiply, one),
});
