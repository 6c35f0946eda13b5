import { section, sectionResponse } from "../../signal/biquad";
import { multiply, one } from "../../numeric/complex";
import { defineAudioEffect } from "../define";
import { hertz, percent, plain } from "../parameter";

interface HumValues {
  readonly frequency: number;
  readonly harmonics: number;
  readonly width: number;
  readonly depth: number;
}

/** A bell that cuts deeply at the hum and each of its harmonics below 45 % of the sample rate, as wide in hertz at each. */
function bells({ frequency, harmonics, width, depth }: HumValues, sampleRate: number) {
  const cut = depth >= 100 ? -60 : 20 * Math.log10(1 - depth / 100);
  return (
    Array.from({ length: harmonics }, (_, k) => frequency * (k + 1))
      .filter((f) => f < 0.45 * sampleRate)
      // A bell's Q is of its half gain in dB; a deep cut is as wide as asked for at −3 dB when Q grows with its depth. By the
      // tangent and the sine, since the bilinear transform narrows what lies high (Regalia & Mitra 1987, eq. 5, from memory).
      .map((f) =>
        section(
          "bell",
          f,
          (Math.sin((2 * Math.PI * f) / sampleRate) / (2 * Math.tan((Math.PI * width) / sampleRate))) *
            10 ** (-cut / 40),
          cut,
          sampleRate,
        ),
      )
  );
}

/**
 * Takes the mains' hum and its harmonics out by narrow cuts, as wide in hertz as asked for between their −3 dB points.
 * Source: bell of the Audio EQ Cookbook (W3C Note).
 */
export const humRemoval = defineAudioEffect({
  id: "audio.hum-removal",
  name: "Hum removal",
  short: "DeHum",
  category: "repair",
  summary: "Takes the hum of the mains and its overtones away.",
  parameters: {
    frequency: hertz({
      label: "Hum",
      help: "50 or 60 Hz, or what it has become on tape.",
      min: 20,
      max: 400,
      default: 50,
      resolution: 0.01,
    }),
    harmonics: plain({
      label: "Harmonics",
      help: "How many, with the lowest.",
      min: 1,
      max: 32,
      default: 8,
      resolution: 1,
      keyframes: false,
    }),
    width: hertz({ label: "Width", help: "How much beside each is taken.", min: 0.2, max: 20, default: 2 }),
    depth: percent({ label: "Depth", help: "How much of it is taken.", min: 0, max: 100, default: 100 }),
  },
  key: ["frequency", "harmonics"],
  create(values, { sampleRate }) {
    const fallen = Math.ceil((2.2 * sampleRate) / (Math.PI * values.width));
    return {
      tail: Math.min(sampleRate, fallen),
      settles: 4 * fallen,
      sections: bells(values, sampleRate),
    };
  },
  response: (values, frequency, sampleRate) =>
    bells(values, sampleRate)
      .map((s) => sectionResponse(s, frequency, sampleRate))
      .reduce(multiply, one),
});
