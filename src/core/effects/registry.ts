import { delay } from "./audio/delay";
import { gain } from "./audio/gain";
import { highPass } from "./audio/high-pass";
import { lowPass } from "./audio/low-pass";
import { parametricEq } from "./audio/parametric-eq";
import { plate } from "./audio/plate";
import type { EffectDefinition, Medium } from "./define";
import { exposure } from "./image/exposure";
import { saturation } from "./image/saturation";
import { toneCurve } from "./image/tone-curve";
import { toner } from "./image/toner";
import { vignette } from "./image/vignette";

/** Every effect that this installation has, in the order in which they are offered. */
export const effects = [
  highPass,
  lowPass,
  parametricEq,
  delay,
  plate,
  gain,
  exposure,
  toneCurve,
  saturation,
  toner,
  vignette,
  // Each effect's values follow from its own parameters; a list of all can only know them as checked data.
] as unknown as readonly EffectDefinition[];

const byId = new Map(effects.map((effect) => [effect.id, effect]));

/** The effect of that id, or undefined where this installation does not have it. */
export const findEffect = (id: string): EffectDefinition | undefined => byId.get(id);

export const effectsFor = (medium: Medium): readonly EffectDefinition[] => effects.filter((e) => e.medium === medium);
