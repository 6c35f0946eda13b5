import type { Chain } from "../chain/model";
import { normaliseChain } from "../chain/values";
import type { AudioEffect, ComplexNumber } from "../effects/define";
import { findEffect } from "../effects/registry";
import { blend, multiply, one } from "../signal/complex";

/** `count` frequencies in hertz, spaced evenly in octaves from `low` to `high`. */
export const logFrequencies = (low: number, high: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => low * (high / low) ** (i / (count - 1)));

/**
 * Transfer function of a chain's filters and gains, with mixes and strength, at each frequency in hertz.
 * Effects that are no short linear filter (delay, reverb) are counted as passing everything and named in `without`.
 */
export function chainResponse(chain: Chain, strength: number, frequencies: readonly number[], sampleRate: number) {
  const without: string[] = [];
  const parts: { effect: AudioEffect; values: Parameters<AudioEffect["create"]>[0]; share: number }[] = [];
  for (const setting of normaliseChain(chain).chain.settings) {
    const effect = findEffect(setting.effect);
    if (!setting.on || !effect || effect.medium !== "audio") continue;
    if (effect.response) parts.push({ effect, values: setting.values as never, share: setting.mix / 100 });
    else without.push(effect.name);
  }
  const response = frequencies.map((frequency): ComplexNumber => {
    const wet = parts
      .map(({ effect, values, share }) => blend(one, effect.response!(values, frequency, sampleRate), share))
      .reduce(multiply, one);
    return blend(one, wet, strength / 100);
  });
  return { response, without };
}
