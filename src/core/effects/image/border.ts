import { decodeSrgb } from "../../colour/srgb";
import { diagonal } from "../../picture/frame";
import { defineImageEffect } from "../define";
import { choice, percent } from "../parameter";
import { onStrips } from "./work";

/** sRGB codes of the borders. */
const papers = { white: 255, cream: 0, black: 8, grey: 119 } as const;

/** A border inside of the frame, its width a share of the diagonal, its edge soft over one pixel; an inner line if wanted. Own definition. */
export const border = defineImageEffect({
  id: "image.border",
  name: "Border",
  short: "Border",
  category: "finish",
  summary: "Paper around the picture, as of a print.",
  parameters: {
    width: percent({
      label: "Width",
      help: "Of the frame's diagonal.",
      min: 0,
      max: 20,
      default: 2.5,
      resolution: 0.01,
    }),
    paper: choice({
      label: "Paper",
      help: "Its colour.",
      options: [
        { value: "white", label: "white" },
        { value: "cream", label: "cream" },
        { value: "grey", label: "grey" },
        { value: "black", label: "black" },
      ],
      default: "white",
    }),
    line: percent({
      label: "Line",
      help: "A dark line between paper and picture, of the diagonal.",
      min: 0,
      max: 1,
      default: 0,
      resolution: 0.01,
    }),
  },
  key: ["width", "paper"],
  encoding: "linear",
  placed: true,
  create({ width: share, paper, line }, frame) {
    const edge = (share / 100) * diagonal(frame);
    const inner = edge + (line / 100) * diagonal(frame);
    const colour = (paper === "cream" ? [250, 242, 224] : [papers[paper], papers[paper], papers[paper]]).map(
      (code) => decodeSrgb(code / 255),
    );
    const dark = decodeSrgb(20 / 255);
    return onStrips((planes, { width, height, left, top, columns, rows }) => {
      for (let row = 0, i = 0; row < rows; row++)
        for (let x = left; x < left + columns; x++, i++) {
          const distance = Math.min(x + 0.5, width - x - 0.5, top + row + 0.5, height - top - row - 0.5);
          if (distance >= inner + 0.5) continue;
          // Shares of the pixel that lie in the paper and in the line.
          const inPaper = Math.min(1, Math.max(0, edge - distance + 0.5));
          const inLine = Math.min(1, Math.max(0, inner - distance + 0.5)) - inPaper;
          for (let c = 0; c < 3; c++)
            planes[c][i] = inPaper * colour[c] + inLine * dark + (1 - inPaper - inLine) * planes[c][i];
        }
    });
  },
});
