import { defineAudioEffect } from "../define";
import { Ramp, scaled } from "../../signal/ramp";
import { choice, decibels } from "../parameter";

const factor = (gain: number, polarity: "normal" | "inverted") =>
  10 ** (gain / 20) * (polarity === "inverted" ? -1 : 1);

/** Level and polarity: y = ±10^(gain/20) · x. Source: definition of the decibel for field quantities, IEC 60027-3. */
export const gain = defineAudioEffect({
  id: "audio.gain",
  name: "Gain",
  short: "Gain",
  category: "level",
  summary: "Louder or softer, and the polarity turned over.",
  parameters: {
    gain: decibels({
      label: "Gain",
      help: "Change of level.",
      min: -60,
      max: 24,
      default: 0,
      resolution: 0.1,
    }),
    polarity: choice({
      label: "Polarity",
      help: "Inverted turns the wave upside down.",
      options: [
        { value: "normal", label: "normal" },
        { value: "inverted", label: "inverted" },
      ],
      default: "normal",
    }),
  },
  key: ["gain"],
  automates: ["gain"],
  create({ gain, polarity }, { kernels }) {
    const factors = new Ramp(factor(gain, polarity));
    return {
      latency: 0,
      tail: 0,
      retune: (values: { readonly gain: number }, within: number) =>
        factors.to(factor(values.gain, polarity), within),
      process(channels, frames) {
        if (!factors.isStill) return scaled(channels, factors.take(frames), frames);
        const f = factors.value;
        if (kernels) for (const x of channels) kernels.run.scale(x.byteOffset, frames, f);
        else for (const x of channels) for (let i = 0; i < frames; i++) x[i] *= f;
      },
    };
  },
  response: ({ gain, polarity }) => ({ re: factor(gain, polarity), im: 0 }),
});
