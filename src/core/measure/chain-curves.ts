import { activeSettings, type Resources } from "../chain/active";
import type { Chain } from "../chain/model";
import { isPointwise, planImage } from "../chain/plan-image";
import { runStrip } from "../chain/run-image";
import { type EffectDefinition } from "../effects/define";
import { wholeRows } from "../picture/work";
import { findEffect } from "../effects/registry";
import { decodeSrgb, encodeSrgb } from "../colour/srgb";

const isPlaced = (effect: EffectDefinition | undefined) =>
  effect !== undefined && effect.medium !== "audio" && effect.placed === true;

/**
 * Output level in dB of a chain's dynamics for steady input levels in dB, one after another, mixes and strength taken in
 * amplitude; null where the chain has none. Effects without such a curve are passed by.
 */
export function levelCurve(
  chain: Chain,
  strength: number,
  levels: readonly number[],
  resources: Resources = {},
): number[] | null {
  const parts = activeSettings(chain, "audio", resources).active.filter(({ effect }) => effect.levelCurve);
  if (parts.length === 0) return null;
  const blend = (dry: number, wet: number, share: number) =>
    share === 1 ? wet : 20 * Math.log10(10 ** (dry / 20) + (10 ** (wet / 20) - 10 ** (dry / 20)) * share);
  return levels.map((level) =>
    blend(
      level,
      parts.reduce(
        (now, { effect, values, share }) => blend(now, effect.levelCurve!(values, now), share),
        level,
      ),
      strength / 100,
    ),
  );
}

/**
 * What becomes of colours: sRGB-encoded planes of R, G and B, 0…1, for such planes of equal length. What depends on the
 * place of a pixel, such as a vignette, is left out. Null where the chain looks at more than single pixels: then a
 * colour alone does not say what becomes of it.
 */
export function coloursThrough(
  whole: Chain,
  strength: number,
  inputs: readonly (readonly number[])[],
  resources: Resources = {},
): Float32Array[] | null {
  const chain = {
    ...whole,
    settings: whole.settings.filter(({ effect: id }) => !isPlaced((resources.lookup ?? findEffect)(id))),
  };
  // Whether it looks around is asked of a frame in which surroundings are larger than nothing.
  if (!isPointwise(planImage(chain, strength, { width: 1000, height: 1000 }, resources))) return null;
  const frame = { width: inputs[0].length, height: 1 };
  const plan = planImage(chain, strength, frame, resources);
  const planes = inputs.map((plane) => Float32Array.from(plane, decodeSrgb));
  runStrip(plan, planes, wholeRows(frame, 0, 1));
  return planes.map((p) => p.map(encodeSrgb));
}

/** What becomes of greys: as `coloursThrough`, of one plane for all three. */
export const toneCurveOf = (
  chain: Chain,
  strength: number,
  inputs: readonly number[],
  resources: Resources = {},
): Float32Array[] | null => coloursThrough(chain, strength, [inputs, inputs, inputs], resources);
