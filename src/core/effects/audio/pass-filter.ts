import { butterworth, sectionResponse, type Slope } from "../../signal/biquad";
import { multiply, one } from "../../numeric/complex";
import type { SectionCascade } from "../define";
import type { AudioContextFacts } from "../../signal/block";
import { choice } from "../parameter";

/** What high-pass and low-pass share: the slopes, and a Butterworth cascade with its response. */
export const slope = choice({
  label: "Slope",
  help: "How steeply it cuts beyond the cutoff.",
  options: [
    { value: "6", label: "6 dB/oct" },
    { value: "12", label: "12 dB/oct" },
    { value: "24", label: "24 dB/oct" },
    { value: "48", label: "48 dB/oct" },
  ],
  default: "12",
});

interface PassValues {
  readonly cutoff: number;
  readonly slope: Slope;
}

/** Pre: cutoff in hertz. The tail is the time in which the slowest stage falls by 60 dB. */
export function passFilter(shape: "low-pass" | "high-pass") {
  return {
    create({ cutoff, slope }: PassValues, { sampleRate }: AudioContextFacts): SectionCascade {
      const sections = butterworth(shape, cutoff, slope, sampleRate);
      const slowest = Math.max(...sections.map((s) => Math.sqrt(Math.abs(s.a2)) || Math.abs(s.a1)));
      const tail = Math.min(sampleRate, Math.ceil(Math.log(1e-3) / Math.log(Math.min(slowest, 0.99999))));
      // The stages of a steep one hand their memory on, and what is below a high-pass is louder than what is heard.
      return { tail, settles: 2 * tail, sections };
    },
    response: ({ cutoff, slope }: PassValues, frequency: number, sampleRate: number) =>
      butterworth(shape, cutoff, slope, sampleRate)
        .map((s) => sectionResponse(s, frequency, sampleRate))
        .reduce(multiply, one),
  };
}
