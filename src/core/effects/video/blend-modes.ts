import { choice } from "../parameter";

export type Pixel = readonly [number, number, number];

/** One channel of the source `s` on the backdrop `b`, encoded, 0…1. Source: W3C Compositing and Blending Level 1, §10.1, separable blend modes. */
const separable = {
  multiply: (b: number, s: number) => b * s,
  screen: (b: number, s: number) => b + s - b * s,
  overlay: (b: number, s: number) => hardLight(s, b),
  darken: Math.min,
  lighten: Math.max,
  "color-dodge": (b: number, s: number) => (b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  "color-burn": (b: number, s: number) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  "hard-light": (b: number, s: number) => hardLight(b, s),
  "soft-light": (b: number, s: number) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
    return b + (2 * s - 1) * (d - b);
  },
  difference: (b: number, s: number) => Math.abs(b - s),
  exclusion: (b: number, s: number) => b + s - 2 * b * s,
  normal: (_b: number, s: number) => s,
} as const;
function hardLight(b: number, s: number): number {
  return s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1);
}

const most = (c: Pixel) => Math.max(c[0], c[1], c[2]);
const least = (c: Pixel) => Math.min(c[0], c[1], c[2]);
const luminosity = (c: Pixel) => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
const saturationOf = (c: Pixel) => most(c) - least(c);
function clipped(c: Pixel): Pixel {
  const [l, low, high] = [luminosity(c), least(c), most(c)];
  if (low >= 0 && high <= 1) return c;
  const one = (v: number) => {
    if (low < 0) v = l + ((v - l) * l) / (l - low);
    if (high > 1) v = l + ((v - l) * (1 - l)) / (high - l);
    return v;
  };
  return [one(c[0]), one(c[1]), one(c[2])];
}
const withLuminosity = (c: Pixel, l: number): Pixel => {
  const d = l - luminosity(c);
  return clipped([c[0] + d, c[1] + d, c[2] + d]);
};
function withSaturation(c: Pixel, s: number): Pixel {
  const [low, high] = [least(c), most(c)];
  const by = high > low ? s / (high - low) : 0;
  return [(c[0] - low) * by, (c[1] - low) * by, (c[2] - low) * by];
}
/** The same, §10.2, of whole colours. */
const whole = {
  hue: (b: Pixel, s: Pixel) => withLuminosity(withSaturation(s, saturationOf(b)), luminosity(b)),
  saturation: (b: Pixel, s: Pixel) => withLuminosity(withSaturation(b, saturationOf(s)), luminosity(b)),
  color: (b: Pixel, s: Pixel) => withLuminosity(s, luminosity(b)),
  luminosity: (b: Pixel, s: Pixel) => withLuminosity(b, luminosity(s)),
} as const;

export const inRange = (v: number) => Math.min(1, Math.max(0, v));

/** How two pictures, or a colour and a picture, make one. */
export const modeChoice = (preset: keyof typeof separable | keyof typeof whole) =>
  choice({
    label: "Mode",
    help: "How both make one.",
    options: [
      { value: "normal", label: "normal" },
      { value: "multiply", label: "multiply" },
      { value: "screen", label: "screen" },
      { value: "overlay", label: "overlay" },
      { value: "darken", label: "darken" },
      { value: "lighten", label: "lighten" },
      { value: "color-dodge", label: "colour dodge" },
      { value: "color-burn", label: "colour burn" },
      { value: "hard-light", label: "hard light" },
      { value: "soft-light", label: "soft light" },
      { value: "difference", label: "difference" },
      { value: "exclusion", label: "exclusion" },
      { value: "hue", label: "hue" },
      { value: "saturation", label: "saturation" },
      { value: "color", label: "colour" },
      { value: "luminosity", label: "luminosity" },
    ],
    default: preset,
  });

/** One channel by itself, for the modes that are that; null for the others. */
export const channelMode = (mode: string): ((b: number, s: number) => number) | null =>
  Object.hasOwn(separable, mode) ? separable[mode as keyof typeof separable] : null;
/** Whole colours, for the modes that need them. */
export const colourMode = (mode: string) => whole[mode as keyof typeof whole];
