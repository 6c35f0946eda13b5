import type { Medium } from "../media";
import type { Fit } from "../time/fit";
import type { Lane } from "../time/lane";

export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };

/** An effect at one place in a chain. `effect` may name one that this installation does not have. */
export interface EffectSetting {
  readonly effect: string;
  readonly values: { readonly [key: string]: Json };
  readonly on: boolean;
  /** Wet share, 0…100 %. */
  readonly mix: number;
  readonly motion?: Motion;
}

/** Keyframes of a setting: a lane a parameter, or of its share of the mix, and how they fit a clip of another length. */
export interface Motion extends Fit {
  readonly lanes: { readonly [parameter: string]: Lane };
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

export const isRecord = (value: Json | undefined): value is { readonly [key: string]: Json } =>
  typeof value === "object" && value !== null && !Array.isArray(value);
