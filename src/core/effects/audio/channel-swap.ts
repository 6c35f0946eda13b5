import { defineAudioEffect } from "../define";
import { choice } from "../parameter";

/** Exchanges or copies the first two channels; mono passes. Definition. */
export const channelSwap = defineAudioEffect({
  id: "audio.channel-swap",
  name: "Channel swap",
  short: "Swap",
  category: "stereo",
  summary: "Left and right exchanged, or one of them on both sides.",
  parameters: {
    order: choice({
      label: "Order",
      help: "What is heard on the left and on the right.",
      options: [
        { value: "right-left", label: "right, left" },
        { value: "left-left", label: "left on both" },
        { value: "right-right", label: "right on both" },
        { value: "sum-sum", label: "half of each on both" },
      ],
      default: "right-left",
    }),
  },
  key: ["order"],
  create({ order }, { channels }) {
    return {
      latency: 0,
      tail: 0,
      process([left, right], frames) {
        if (channels < 2) return;
        for (let i = 0; i < frames; i++) {
          const l = left[i];
          const r = right[i];
          const sum = 0.5 * (l + r);
          left[i] = order === "sum-sum" ? sum : order === "left-left" ? l : r;
          right[i] = order === "sum-sum" ? sum : order === "right-right" ? r : l;
        }
      },
    };
  },
});
