import { linearToOklab, oklabToLinear } from "../colour/oklab";
import { decodePlanes, encodePlanes } from "../colour/srgb";
import type { ImageEncoding, StripFacts, StripProcess } from "../effects/define";
import { activeSettings } from "./active";
import type { Chain } from "./model";

export interface ImageMaterial {
  readonly width: number;
  readonly height: number;
  /** R, G, B in linear light, Rec. 709 primaries, D65, row by row; values may exceed 1. */
  readonly planes: readonly Float32Array[];
}

type Convert = (planes: readonly Float32Array[], count: number) => void;

const fromLinear: Record<ImageEncoding, Convert> = {
  linear: () => undefined,
  srgb: encodePlanes,
  oklab: linearToOklab,
};
const toLinear: Record<ImageEncoding, Convert> = {
  linear: () => undefined,
  srgb: decodePlanes,
  oklab: oklabToLinear,
};

interface Step {
  readonly encoding: ImageEncoding;
  readonly process: StripProcess;
  readonly share: number;
}

/**
 * Makes a chain ready to run on strips of a picture. Each setting's mix is taken in the effect's own encoding, the
 * strength of the whole in linear light. Unknown effects are passed by and listed in `missing`.
 */
export function prepareImageChain(chain: Chain, strength: number) {
  const { active: settings, missing } = activeSettings(chain, "image");
  const steps = settings.map(({ effect, values, share }): Step => ({ encoding: effect.encoding, process: effect.create(values), share }));
  const share = Math.min(100, Math.max(0, strength)) / 100;
  const active = share > 0 && steps.length > 0;
  const needsDry = share < 1 || steps.some((s) => s.share < 1);
  let dry: Float32Array[] = [];

  const keep = (planes: readonly Float32Array[], count: number) => {
    if (dry.length === 0 || dry[0].length < count) dry = planes.map(() => new Float32Array(count));
    planes.forEach((plane, c) => dry[c].set(plane.subarray(0, count)));
  };
  const mixBack = (planes: readonly Float32Array[], kept: readonly Float32Array[], amount: number, count: number) =>
    planes.forEach((plane, c) => {
      const before = kept[c];
      for (let i = 0; i < count; i++) plane[i] = before[i] + (plane[i] - before[i]) * amount;
    });

  /** Replaces a strip in linear light by the chain's result. */
  const process = (planes: readonly Float32Array[], strip: StripFacts): void => {
    if (!active) return;
    const count = strip.width * strip.rows;
    const untouched = needsDry && share < 1 ? planes.map((p) => p.slice(0, count)) : null;
    let encoding: ImageEncoding = "linear";
    for (const step of steps) {
      if (step.encoding !== encoding) {
        toLinear[encoding](planes, count);
        fromLinear[step.encoding](planes, count);
        encoding = step.encoding;
      }
      if (step.share < 1) keep(planes, count);
      step.process(planes, strip);
      if (step.share < 1) mixBack(planes, dry, step.share, count);
    }
    toLinear[encoding](planes, count);
    if (untouched) mixBack(planes, untouched, share, count);
  };
  return { process, missing };
}

/** Pixels a strip, chosen so that a strip's planes stay in the processor's second-level cache. */
const stripPixels = 16384;

/** Calls `visit` for strips that cover a picture from top to bottom. */
export function forEachStrip(width: number, height: number, visit: (strip: StripFacts) => void): void {
  const step = Math.max(1, Math.floor(stripPixels / width));
  for (let top = 0; top < height; top += step)
    visit({ width, height, top, rows: Math.min(step, height - top) });
}

/** Renders a chain over a whole picture into new planes. */
export function renderImage(chain: Chain, material: ImageMaterial, strength = 100): ImageMaterial & { readonly missing: readonly string[] } {
  const { width, height } = material;
  const planes = material.planes.map((p) => p.slice());
  const { process, missing } = prepareImageChain(chain, strength);
  forEachStrip(width, height, (strip) => {
    const from = strip.top * width;
    process(
      planes.map((p) => p.subarray(from, from + strip.rows * width)),
      strip,
    );
  });
  return { width, height, planes, missing };
}
