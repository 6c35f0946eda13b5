import type { Medium } from "../media";

export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };

/** An effect at one place in a chain. `effect` may name one that this installation does not have. */
export interface EffectSetting {
  readonly effect: string;
  readonly values: { readonly [key: string]: Json };
  readonly on: boolean;
  /** Wet share, 0…100 %. */
  readonly mix: number;
}

export interface Chain {
  readonly medium: Medium;
  readonly settings: readonly EffectSetting[];
}

export const emptyChain = (medium: Medium): Chain => ({ medium, settings: [] });

/** The ids of a chain's effects, in their order. */
export const effectsOf = ({ settings }: Chain): string[] => settings.map(({ effect }) => effect);

/** A product rule and a guard against hostile files: longer chains are refused. */
export const longestChain = 64;
