import { luminanceWeights } from "../../picture/luminance";
import { defineImageEffect } from "../define";
import { type PictureWork } from "../../picture/work";
import { choice, plain } from "../parameter";

const three = (label: string, help: string, min: number, max: number, neutral: number) =>
  Object.fromEntries(
    ["Red", "Green", "Blue"].map((c) => [
      `${label.toLowerCase()}${c}`,
      plain({ label: `${label} ${c.toLowerCase()}`, help, min, max, default: neutral, resolution: 0.00001 }),
    ]),
  ) as Record<`${"slope" | "offset" | "power"}${"Red" | "Green" | "Blue"}`, ReturnType<typeof plain>>;

const clamp = (x: number) => Math.min(1, Math.max(0, x));

/**
 * Slope, offset and power of each channel, then saturation, on encoded values, clamped to 0…1 as the list asks for, or
 * not. out = clamp(in · slope + offset)^power; then grey + saturation · (out − grey) with the luma of Rec. 709.
 * Source: ASC CDL 1.2. Without clamping a negative base stays as it is.
 */
export const colourDecisionList = defineImageEffect({
  id: "image.colour-decision-list",
  name: "Colour decision list",
  short: "CDL",
  category: "colour",
  summary: "Slope, offset, power and saturation, as film sets hand them on.",
  parameters: {
    ...three("Slope", "Times the value.", 0, 8, 1),
    ...three("Offset", "Added to it.", -1, 1, 0),
    ...three("Power", "The result to this power.", 0.05, 8, 1),
    saturation: plain({
      label: "Saturation",
      help: "1 leaves it alone.",
      min: 0,
      max: 4,
      default: 1,
      resolution: 0.00001,
    }),
    range: choice({
      label: "Beyond 0 and 1",
      help: "The list clamps; without it nothing is lost.",
      options: [
        { value: "clamped", label: "clamped" },
        { value: "kept", label: "kept" },
      ],
      default: "clamped",
    }),
  },
  key: ["saturation"],
  encoding: "srgb",
  create(v): PictureWork {
    const clamped = v.range === "clamped";
    const channel = (slope: number, offset: number, power: number) => (x: number) => {
      const base = clamped ? clamp(x * slope + offset) : x * slope + offset;
      return base < 0 ? base : base ** power;
    };
    const f = [
      channel(v.slopeRed, v.offsetRed, v.powerRed),
      channel(v.slopeGreen, v.offsetGreen, v.powerGreen),
      channel(v.slopeBlue, v.offsetBlue, v.powerBlue),
    ] as const;
    if (v.saturation === 1) return { kind: "channels", functions: [...f] };
    const [wr, wg, wb] = luminanceWeights;
    return {
      kind: "strip",
      process([r, g, b], { columns, rows }) {
        for (let i = 0; i < columns * rows; i++) {
          const [x, y, z] = [f[0](r[i]), f[1](g[i]), f[2](b[i])];
          const grey = wr * x + wg * y + wb * z;
          const out = [x, y, z].map((c) => grey + v.saturation * (c - grey));
          r[i] = clamped ? clamp(out[0]) : out[0];
          g[i] = clamped ? clamp(out[1]) : out[1];
          b[i] = clamped ? clamp(out[2]) : out[2];
        }
      },
    };
  },
});
