import { ciede2000 } from "../colour/ciede2000";
import { linearToLab } from "../colour/lab";
import { lookUp } from "../colour/look-up";
import type { Lut } from "../colour/lut";
import { decodeSrgb, encodeSrgb } from "../colour/srgb";
import { wholeRows } from "../picture/work";
import { media } from "../media";
import { standing } from "../time/moment";
import { activeSettings, type Resources } from "./active";
import type { Chain } from "./model";
import { isPointwise, planImage } from "./plan-image";
import { runStrip } from "./run-image";

export interface Baked {
  readonly lut: Lut;
  /** CIEDE2000 between the table's colours and the chain's, over colours beside its entries. */
  readonly maxDeltaE2000: number;
  readonly meanDeltaE2000: number;
}

/**
 * What of a chain no table of colours can hold, in words: the names of active settings that look at surroundings or
 * places, move pixels, or have keyframes, or all of it where it is not for pictures.
 */
export const unbakeable = (chain: Chain, resources: Resources = {}): string[] =>
  chain.medium !== "image"
    ? [`a chain for ${media[chain.medium].plural}`]
    : activeSettings(chain, "picture", resources)
        .active.filter(({ effect, values, files, motion }) => {
          // A table is the same at every moment.
          if (motion) return true;
          const { kind } = effect.create(values, { width: 64, height: 64 }, { files, moment: standing });
          return effect.placed || kind === "area" || kind === "geometry";
        })
        .map(({ effect }) => effect.name);

/** Runs colours, sRGB-encoded, through a chain: encoded ones come out. */
function through(
  chain: Chain,
  strength: number,
  encoded: readonly Float32Array[],
  resources: Resources,
): Float32Array[] {
  const count = encoded[0].length;
  const frame = { width: count, height: 1 };
  const plan = planImage(chain, strength, frame, resources);
  if (!isPointwise(plan)) throw new Error("only chains of point operations can be baked");
  const planes = encoded.map((p) => p.map(decodeSrgb));
  runStrip(plan, planes, wholeRows(frame, 0, 1));
  return planes.map((p) => p.map(encodeSrgb));
}

/** Places 0…1 that fill a cube evenly: Halton's sequence in bases 2, 3 and 5. Source: Halton 1960. */
function halton(index: number, base: number): number {
  let [value, share] = [0, 1 / base];
  for (let i = index; i > 0; i = Math.floor(i / base), share /= base) value += (i % base) * share;
  return value;
}

const testColours = 20_000;

/**
 * A chain of point operations as a 3D table from sRGB-encoded values to sRGB-encoded values, `size` entries along each
 * axis, with its error against the chain itself, read tetrahedrally. Pre: `unbakeable` is empty; effects and files
 * that are not here make the plan incomplete, which the caller has looked at.
 */
export function bakeChain(
  chain: Chain,
  strength: number,
  size: number,
  title: string,
  resources: Resources = {},
): Baked {
  const entries = size ** 3;
  const axis = (i: number, step: number) => (Math.floor(i / step) % size) / (size - 1);
  const made = through(
    chain,
    strength,
    [1, size, size * size].map((step) => Float32Array.from({ length: entries }, (_, i) => axis(i, step))),
    resources,
  );
  const values = new Float32Array(3 * entries);
  made.forEach((plane, c) => plane.forEach((v, i) => (values[i * 3 + c] = v)));
  const lut: Lut = { title, kind: "3d", size, domainMin: [0, 0, 0], domainMax: [1, 1, 1], values };

  const colours = [2, 3, 5].map((base) =>
    Float32Array.from({ length: testColours }, (_, i) => halton(i + 1, base)),
  );
  const exact = through(chain, strength, colours, resources);
  const approximate = colours.map((p) => p.slice());
  lookUp(lut, "tetrahedral", false)(approximate, testColours);
  let [max, sum] = [0, 0];
  // Judged as they are shown: what lies outside of 0…1 is clipped there.
  const lab = (planes: readonly Float32Array[], i: number) =>
    linearToLab(
      ...(planes.map((p) => decodeSrgb(Math.min(1, Math.max(0, p[i])))) as [number, number, number]),
    );
  for (let i = 0; i < testColours; i++) {
    const difference = ciede2000(lab(exact, i), lab(approximate, i));
    max = Math.max(max, difference);
    sum += difference;
  }
  return { lut, maxDeltaE2000: max, meanDeltaE2000: sum / testColours };
}
