import { encodeSrgb } from "../../src/core/colour/srgb";
import { fbm, smooth, valueNoise } from "./noise";
import { polygonDistance, strokeDistance, type Point } from "./shapes";

/** Linear light. */
export type Colour = readonly [r: number, g: number, b: number];

/** A dark thing standing in the picture, blended into the fog by its distance. */
export interface Silhouette {
  readonly polygons: readonly (readonly Point[])[];
  readonly strokes?: readonly (readonly [from: Point, to: Point, width: number])[];
  readonly colour: Colour;
  /** 0 at hand, 1 lost in the fog. */
  readonly distance: number;
}

/** A picture in units of its height: y runs from 0 at the top to 1, x from 0 to the aspect ratio. */
export interface Scene {
  readonly seed: number;
  readonly aspect: number;
  readonly skyTop: Colour;
  readonly skyLow: Colour;
  readonly cloud: number;
  readonly horizon: number;
  readonly sea?: { readonly colour: Colour; readonly rough: number };
  /** Ground from a height on, with its colour and how rocky it is. */
  readonly ground?: { readonly top: (x: number) => number; readonly colour: Colour; readonly rough: number };
  readonly ridges?: readonly { readonly height: number; readonly base: number; readonly distance: number }[];
  /** A light with its halo. */
  readonly lamp?: {
    readonly at: Point;
    readonly colour: Colour;
    readonly halo: number;
    readonly beams?: boolean;
  };
  readonly fog: { readonly colour: Colour; readonly amount: number; readonly patches: number };
  readonly things?: readonly Silhouette[];
  readonly birds?: readonly {
    readonly at: Point;
    readonly size: number;
    readonly standing: boolean;
    readonly turn: number;
  }[];
}

const mix = (a: Colour, b: Colour, t: number): Colour => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const scale = (a: Colour, f: number): Colour => [a[0] * f, a[1] * f, a[2] * f];

const rockColour = (scene: Scene, x: number, y: number, depth: number): Colour => {
  const { colour, rough } = scene.ground!;
  const strata = fbm(x * 3, y * 14 + fbm(x * 2, y * 2, 3, scene.seed + 60), 4, scene.seed + 61);
  const grain = fbm(x * 40, y * 40, 4, scene.seed + 62);
  const seam = Math.abs(fbm(x * 6, y * 9, 4, scene.seed + 63) - 0.5);
  const crack = rough < 1 ? 1 : 0.72 + 0.28 * smooth(0.002, 0.02, seam);
  const light = (0.45 + 0.9 * strata * rough + 0.35 * grain) * crack * (1 - 0.35 * smooth(0, 0.5, depth));
  return scale(colour, light);
};

const seaColour = (scene: Scene, x: number, y: number, sky: Colour): Colour => {
  const { colour, rough } = scene.sea!;
  const depth = (y - scene.horizon) / (1 - scene.horizon) + 0.015;
  // Perspective: waves are small and flat at the horizon.
  const u = (x - scene.aspect / 2) / depth;
  const v = 1.6 / depth;
  const swell = fbm(u * 1.4, v * 4, 4, scene.seed + 40);
  const ripple = fbm(u * 7, v * 16, 3, scene.seed + 41);
  const wave = (swell - 0.5) * 0.9 + (ripple - 0.5) * 0.6;
  let out = mix(colour, sky, Math.min(0.85, 0.3 + 0.4 * (1 - depth) + wave * rough * 0.8));
  const foam = smooth(0.72, 0.86, swell + ripple * 0.2 * rough) * rough * smooth(0.05, 0.3, depth);
  out = mix(out, [0.75, 0.78, 0.78], foam * 0.6);
  if (scene.lamp) {
    const away = (x - scene.lamp.at[0]) / (0.02 + depth * 0.07);
    const glitter = Math.exp(-away * away) * smooth(0.42, 0.75, ripple) * 1.6;
    out = [
      out[0] + scene.lamp.colour[0] * glitter * 0.25,
      out[1] + scene.lamp.colour[1] * glitter * 0.25,
      out[2] + scene.lamp.colour[2] * glitter * 0.25,
    ];
  }
  return out;
};

/** Signed distance to a bird seen from afar: wings in flight, or a standing body with head and bill. */
function birdDistance(bird: NonNullable<Scene["birds"]>[number], x: number, y: number): number {
  const dx = ((x - bird.at[0]) / bird.size) * Math.sign(bird.turn || 1);
  const dy = (y - bird.at[1]) / bird.size;
  if (Math.abs(dx) > 1.6 || Math.abs(dy) > 1.6) return 1;
  if (bird.standing) {
    const body = Math.hypot(dx * 0.62 + dy * 0.28, dy * 1.15 - dx * 0.22) - 0.42;
    const head = Math.hypot(dx - 0.52, dy + 0.5) - 0.2;
    const bill = strokeDistance([0.6, -0.48], [0.98, -0.42], 0.09, dx, dy);
    const tail = strokeDistance([-0.4, 0.18], [-1.15, 0.32], 0.14, dx, dy);
    const legs = Math.min(
      strokeDistance([0, 0.3], [0.02, 0.75], 0.07, dx, dy),
      strokeDistance([0.18, 0.3], [0.2, 0.75], 0.07, dx, dy),
    );
    return Math.min(body, head, bill, tail, legs) * bird.size;
  }
  const lift = 0.35 + 0.3 * Math.sin(bird.turn * 5);
  const wing = Math.min(
    strokeDistance([0, 0], [0.5, -lift], 0.16, dx, dy),
    strokeDistance([0.5, -lift], [1.3, -lift * 0.5], 0.09, dx, dy),
    strokeDistance([0, 0], [-0.5, -lift], 0.16, dx, dy),
    strokeDistance([-0.5, -lift], [-1.3, -lift * 0.5], 0.09, dx, dy),
  );
  return Math.min(wing, strokeDistance([-0.2, 0.04], [0.4, 0], 0.2, dx, dy)) * bird.size;
}

function colourAt(scene: Scene, x: number, y: number, pixel: number): Colour {
  const { seed, fog } = scene;
  const up = Math.min(1, y / scene.horizon);
  let sky = mix(scene.skyTop, scene.skyLow, up ** 1.4);
  const clouds = fbm(x * 1.6, y * 4.5, 5, seed);
  sky = scale(sky, 1 + (clouds - 0.5) * scene.cloud);
  const drifting = fbm(x * 1.3 + 3, y * 3.2, 4, seed + 20);
  const veil = (height: number) =>
    Math.min(
      0.97,
      fog.amount *
        (0.35 + 0.65 * Math.exp(-(((y - height) / 0.22) ** 2))) *
        (1 + (drifting - 0.5) * fog.patches),
    );
  let out = sky;
  if (scene.sea && y > scene.horizon)
    out = mix(
      seaColour(scene, x, y, scene.skyLow),
      fog.colour,
      veil(scene.horizon) * (1 - 0.75 * smooth(scene.horizon, 1, y)),
    );
  else out = mix(out, fog.colour, veil(scene.horizon) * 0.7);
  for (const [k, ridge] of (scene.ridges ?? []).entries()) {
    const line = ridge.base - ridge.height * fbm(x * 1.8 + k * 11, k, 5, seed + 30 + k);
    const cover = smooth(pixel, -pixel, line - y) * (y < scene.horizon + 0.004 || !scene.sea ? 1 : 0);
    if (cover > 0)
      out = mix(
        out,
        mix(
          [0.03, 0.035, 0.035],
          fog.colour,
          Math.min(0.96, ridge.distance + (veil(ridge.base) - 0.3) * 0.5),
        ),
        cover,
      );
  }
  for (const thing of scene.things ?? []) {
    let d = Infinity;
    for (const polygon of thing.polygons) d = Math.min(d, polygonDistance(polygon, x, y));
    for (const [from, to, width] of thing.strokes ?? [])
      d = Math.min(d, strokeDistance(from, to, width, x, y));
    const cover = smooth(pixel, -pixel, d);
    if (cover > 0) {
      const grain = 0.8 + 0.4 * fbm(x * 30, y * 30, 3, seed + 70);
      out = mix(out, mix(scale(thing.colour, grain), fog.colour, thing.distance), cover);
    }
  }
  if (scene.ground) {
    const edge = scene.ground.top(x) + (fbm(x * 9, 0.5, 4, seed + 50) - 0.5) * 0.05 * scene.ground.rough;
    const cover = smooth(-pixel, pixel, y - edge);
    if (cover > 0)
      out = mix(out, mix(rockColour(scene, x, y, y - edge), fog.colour, fog.amount * 0.22), cover);
  }
  for (const bird of scene.birds ?? []) {
    const cover = smooth(pixel, -pixel, birdDistance(bird, x, y));
    if (cover > 0)
      out = mix(
        out,
        bird.standing && y < bird.at[1] + 0.15 * bird.size && y > bird.at[1] - 0.3 * bird.size
          ? [0.62, 0.62, 0.6]
          : [0.035, 0.035, 0.04],
        cover * 0.94,
      );
  }
  if (scene.lamp) {
    const { at, colour, halo, beams } = scene.lamp;
    const r = Math.hypot(x - at[0], y - at[1]);
    let glow =
      Math.exp(-r / (halo * 0.18)) * 1.6 +
      Math.exp(-((r / (halo * 0.7)) ** 2)) * 0.3 * fog.amount +
      smooth(0.014, 0.006, r) * 6;
    if (beams) {
      const angle = Math.atan2(y - at[1], x - at[0]);
      const beam =
        Math.exp(-(((angle + 0.16) / 0.055) ** 2)) +
        Math.exp(-(((Math.abs(angle - 0.16) - Math.PI) / 0.055) ** 2));
      glow += beam * 0.5 * Math.exp(-r / (halo * 1.4)) * (0.6 + drifting);
    }
    out = [out[0] + colour[0] * glow, out[1] + colour[1] * glow, out[2] + colour[2] * glow];
  }
  return out;
}

/** Paints a scene as 8-bit sRGB, row by row, with the grain of a sensor. `height` in pixels. */
export function paint(scene: Scene, height: number): { width: number; height: number; rgb: Uint8Array } {
  const width = Math.round(height * scene.aspect);
  const rgb = new Uint8Array(width * height * 3);
  const pixel = 0.8 / height;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const colour = colourAt(scene, (column + 0.5) / height, (row + 0.5) / height, pixel);
      const grain = (valueNoise(column * 0.9, row * 0.9, scene.seed + 90) - 0.5) * 0.012;
      for (let c = 0; c < 3; c++) {
        const code = Math.round((encodeSrgb(Math.max(0, Math.min(1, colour[c]))) + grain) * 255);
        rgb[(row * width + column) * 3 + c] = Math.max(0, Math.min(255, code));
      }
    }
  return { width, height, rgb };
}
