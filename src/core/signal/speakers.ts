/**
 * Loudspeakers by their bits in the channel mask of a WAVE file, lowest bit first; a file's channels come in this order.
 * Source: Microsoft WAVEFORMATEXTENSIBLE.
 */
export const speakers = [
  "FL",
  "FR",
  "FC",
  "LFE",
  "BL",
  "BR",
  "FLC",
  "FRC",
  "BC",
  "SL",
  "SR",
  "TC",
  "TFL",
  "TFC",
  "TFR",
  "TBL",
  "TBC",
  "TBR",
] as const;
export type Speaker = (typeof speakers)[number];

export const maskOf = (names: readonly Speaker[]): number =>
  names.reduce((mask, name) => mask | (1 << speakers.indexOf(name)), 0);

/** The speakers of a mask in the order of channels. */
const speakersOf = (mask: number): Speaker[] => speakers.filter((_, bit) => (mask >> bit) & 1);

/** What is taken for granted where a file names no speakers: its usual layout, by its number of channels. */
const usual: readonly (readonly Speaker[])[] = [
  ["FC"],
  ["FL", "FR"],
  ["FL", "FR", "FC"],
  ["FL", "FR", "BL", "BR"],
  ["FL", "FR", "FC", "BL", "BR"],
  ["FL", "FR", "FC", "LFE", "BL", "BR"],
  ["FL", "FR", "FC", "LFE", "BC", "SL", "SR"],
  ["FL", "FR", "FC", "LFE", "BL", "BR", "SL", "SR"],
];

/** The speakers of a sound of 1 to 8 channels, none of one of more; a mask of another number of channels says nothing. */
export function layoutOf(channels: number, mask = 0): readonly Speaker[] {
  const named = speakersOf(mask);
  return named.length === channels ? named : (usual[channels - 1] ?? []);
}

/** True where a file must name its speakers, since its number of channels does not tell them. */
export const mustNameSpeakers = (channels: number, mask = 0): boolean =>
  speakersOf(mask).length === channels && maskOf(usual[channels - 1]) !== mask;

/**
 * Weights of loudness, one a channel: 1.41 for a speaker between 60 and 120 degrees to the side, 0 for low-frequency
 * effects, else 1. A pair at the back is such a pair where there is none at the sides (5.1), and stands behind them
 * else (7.1); a single one at the back is then behind too, and alone it is the mono surround of ITU-R BS.775, which
 * plays from both sides. Source: ITU-R BS.1770-5 Annex 3 (from memory).
 */
export function channelWeights(channels: number, mask = 0): number[] {
  const layout = layoutOf(channels, mask);
  const sides = layout.includes("SL") || layout.includes("SR");
  const backs = layout.includes("BL") || layout.includes("BR");
  return layout.map((speaker) => {
    if (speaker === "LFE") return 0;
    if (speaker === "SL" || speaker === "SR") return 1.41;
    if (speaker === "BL" || speaker === "BR") return sides ? 1 : 1.41;
    return speaker === "BC" && !sides && !backs ? 1.41 : 1;
  });
}
