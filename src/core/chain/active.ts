import type { EffectDefinition, Medium } from "../effects/define";
import { findEffect } from "../effects/registry";
import type { Chain } from "./model";
import { normaliseChain } from "./values";

export type Lookup = (id: string) => EffectDefinition | undefined;

/** A setting that takes part: its effect, checked values, and its share of the mix, above 0 up to 1. */
export interface ActiveSetting<Effect> {
  readonly effect: Effect;
  readonly values: never;
  readonly share: number;
}

/**
 * The settings of a chain that take part in a rendering, in order. Those that are off or at mix 0 are passed by, and
 * so are effects that are unknown here; these are listed in `missing`, since a result without them must say so.
 */
export function activeSettings<M extends Medium>(chain: Chain, medium: M, lookup: Lookup = findEffect) {
  type Effect = Extract<EffectDefinition, { medium: M }>;
  const active: ActiveSetting<Effect>[] = [];
  const missing: string[] = [];
  for (const { effect: id, values, on, mix } of normaliseChain(chain).chain.settings) {
    const effect = lookup(id);
    if (effect?.medium !== medium) missing.push(id);
    // `never`, so that an effect takes them: they were checked against its own specification just above.
    else if (on && mix > 0) active.push({ effect: effect as Effect, values: values as never, share: mix / 100 });
  }
  return { active, missing };
}
