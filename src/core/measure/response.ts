import type { Chain } from "../chain/model";
import { activeSettings } from "../chain/active";
import { findEffect } from "../effects/registry";
import type { ComplexNumber } from "../numeric/complex";
import { blend, multiply, one } from "../numeric/complex";

/** `count` frequencies in hertz, spaced evenly in octaves from `low` to `high`. */
export const logFrequencies = (low: number, high: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => low * (high / low) ** (i / (count - 1)));

/**
 * Transfer function of a chain's filters and gains, with mixes and strength, at each frequency in hertz.
 * Effects that are no short linear filter (delay, reverb), and those that are not known here, are counted as passing
 * everything and named in `without`; `counted`: how many others there are.
 */
export function chainResponse(
  chain: Chain,
  strength: number,
  frequencies: readonly number[],
  sampleRate: number,
) {
  const { active } = activeSettings(chain, "audio");
  const parts = active.filter(({ effect }) => effect.response);
  // Also those whose files are not looked for here.
  const without = chain.settings.flatMap(({ effect: id, on, mix }) => {
    const effect = findEffect(id);
    return !on || mix <= 0 || (effect?.medium === "audio" && effect.response) ? [] : [effect?.name ?? id];
  });
  const response = frequencies.map((frequency): ComplexNumber => {
    const wet = parts
      .map(({ effect, values, share }) => blend(one, effect.response!(values, frequency, sampleRate), share))
      .reduce(multiply, one);
    return blend(one, wet, strength / 100);
  });
  return { response, without, counted: parts.length };
}
