export type Wave = "sine" | "triangle";

/**
 * A slow oscillation for modulation, −1…1, as a function of the absolute sample, so that it does not depend on blocks
 * and never drifts. `phase` as a share of the period.
 */
export function oscillator(
  wave: Wave,
  rate: number,
  sampleRate: number,
  phase = 0,
): (sample: number) => number {
  return (sample) => {
    const turns = (sample * rate) / sampleRate + phase;
    const place = turns - Math.floor(turns);
    if (wave === "sine") return Math.sin(2 * Math.PI * place);
    return place < 0.25 ? 4 * place : place < 0.75 ? 2 - 4 * place : 4 * place - 4;
  };
}
