import { randomFrom } from "../random";
import type { Colour, Scene, Silhouette } from "./scene";
import type { Point } from "./shapes";

const wide = 1.5;
const tall = 2 / 3;
const fogGrey: Colour = [0.42, 0.45, 0.47];
const fogWarm: Colour = [0.5, 0.46, 0.4];
const fogBlue: Colour = [0.2, 0.25, 0.32];
const amber: Colour = [1, 0.62, 0.22];
const stone: Colour = [0.12, 0.11, 0.1];

const flat = (height: number) => () => height;

function tower(
  x: number,
  foot: number,
  height: number,
  distance: number,
  colour: Colour = [0.2, 0.2, 0.2],
): Silhouette {
  const w = height * 0.09;
  const top = foot - height;
  const body: Point[] = [
    [x - w, foot],
    [x - w * 0.62, top + height * 0.14],
    [x + w * 0.62, top + height * 0.14],
    [x + w, foot],
  ];
  const gallery: Point[] = [
    [x - w * 0.95, top + height * 0.14],
    [x - w * 0.95, top + height * 0.115],
    [x + w * 0.95, top + height * 0.115],
    [x + w * 0.95, top + height * 0.14],
  ];
  const lantern: Point[] = [
    [x - w * 0.5, top + height * 0.115],
    [x - w * 0.5, top + height * 0.035],
    [x, top],
    [x + w * 0.5, top + height * 0.035],
    [x + w * 0.5, top + height * 0.115],
  ];
  return { polygons: [body, gallery, lantern], colour, distance };
}

function hut(x: number, foot: number, width: number, colour: Colour, distance: number): Silhouette {
  const h = width * 0.5;
  const walls: Point[] = [
    [x, foot],
    [x, foot - h],
    [x + width, foot - h],
    [x + width, foot],
  ];
  const roof: Point[] = [
    [x - width * 0.08, foot - h],
    [x + width * 0.5, foot - h * 1.85],
    [x + width * 1.08, foot - h],
  ];
  return {
    polygons: [walls, roof],
    strokes: [[[x + width * 0.82, foot - h * 1.3], [x + width * 0.82, foot - h * 2.1], width * 0.08]],
    colour,
    distance,
  };
}

function ferry(x: number, water: number, length: number, distance: number): Silhouette {
  const l = length;
  return {
    polygons: [
      [
        [x, water],
        [x - l * 0.04, water - l * 0.1],
        [x + l * 1.02, water - l * 0.1],
        [x + l * 0.95, water],
      ],
      [
        [x + l * 0.55, water - l * 0.1],
        [x + l * 0.55, water - l * 0.24],
        [x + l * 0.86, water - l * 0.24],
        [x + l * 0.9, water - l * 0.1],
      ],
      [
        [x + l * 0.62, water - l * 0.24],
        [x + l * 0.63, water - l * 0.31],
        [x + l * 0.8, water - l * 0.31],
        [x + l * 0.82, water - l * 0.24],
      ],
    ],
    strokes: [
      [[x + l * 0.7, water - l * 0.3], [x + l * 0.7, water - l * 0.48], l * 0.012],
      [[x - l * 0.03, water - l * 0.1], [x - l * 0.2, water - l * 0.21], l * 0.025],
    ],
    colour: [0.05, 0.055, 0.06],
    distance,
  };
}

function hull(x: number, foot: number, length: number): Silhouette {
  const l = length;
  const ribs = Array.from({ length: 9 }, (_, i): readonly [Point, Point, number] => {
    const at = x + l * (0.12 + i * 0.095);
    return [[at, foot - l * 0.08], [at + l * 0.012 * (i - 4), foot - l * 0.5], l * 0.012];
  });
  return {
    polygons: [
      [
        [x, foot - l * 0.46],
        [x + l * 0.1, foot - l * 0.14],
        [x + l * 0.22, foot - l * 0.05],
        [x + l * 0.8, foot - l * 0.05],
        [x + l * 0.95, foot - l * 0.18],
        [x + l * 1.02, foot - l * 0.48],
        [x + l * 0.5, foot - l * 0.36],
      ],
    ],
    strokes: [
      ...ribs,
      [[x + l * 0.2, foot + l * 0.02], [x + l * 0.12, foot - l * 0.3], l * 0.02],
      [[x + l * 0.82, foot + l * 0.02], [x + l * 0.9, foot - l * 0.3], l * 0.02],
    ],
    colour: [0.1, 0.06, 0.035],
    distance: 0.06,
  };
}

function flock(seed: number, n: number, [x0, y0]: Point, [x1, y1]: Point, size: number, standing: boolean) {
  const random = randomFrom(seed);
  return Array.from({ length: n }, () => ({
    at: [x0 + random() * (x1 - x0), y0 + random() * (y1 - y0)] as Point,
    size: size * (0.75 + random() * 0.5),
    standing,
    turn: random() * 2 - 1,
  }));
}

/** Birds in a row along a ledge. */
function perched(seed: number, n: number, from: Point, to: Point, size: number) {
  const random = randomFrom(seed);
  return Array.from({ length: n }, (_, i) => {
    const t = (i + 0.2 + random() * 0.6) / n;
    return {
      at: [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t - size * 0.7] as Point,
      size: size * (0.9 + random() * 0.2),
      standing: true,
      turn: random() - 0.45,
    };
  });
}

/** The dozen pictures of the stills session, in order. All places are invented. */
export const series: readonly { readonly name: string; readonly scene: Scene }[] = [
  {
    name: "Lamp in the fog",
    scene: {
      seed: 11,
      aspect: wide,
      skyTop: [0.2, 0.23, 0.27],
      skyLow: fogGrey,
      cloud: 0.5,
      horizon: 0.62,
      sea: { colour: [0.05, 0.075, 0.085], rough: 0.4 },
      ground: { top: (x) => 0.7 + 0.32 * x, colour: stone, rough: 1 },
      lamp: { at: [0.3, 0.3], colour: amber, halo: 0.5, beams: true },
      fog: { colour: fogGrey, amount: 0.75, patches: 1 },
      things: [tower(0.3, 0.82, 0.58, 0.35)],
    },
  },
  {
    name: "Lamp, last light",
    scene: {
      seed: 23,
      aspect: wide,
      skyTop: [0.06, 0.09, 0.18],
      skyLow: [0.62, 0.34, 0.2],
      cloud: 0.9,
      horizon: 0.66,
      sea: { colour: [0.03, 0.04, 0.06], rough: 0.7 },
      ground: { top: (x) => 1.12 - 0.3 * x, colour: [0.05, 0.045, 0.045], rough: 1 },
      lamp: { at: [1.16, 0.27], colour: amber, halo: 0.35 },
      fog: { colour: [0.5, 0.33, 0.25], amount: 0.3, patches: 0.6 },
      things: [tower(1.16, 0.79, 0.58, 0.05, [0.06, 0.055, 0.06])],
      birds: flock(5, 9, [0.25, 0.2], [0.85, 0.45], 0.016, false),
    },
  },
  {
    name: "Terns on the ledge",
    scene: {
      seed: 31,
      aspect: wide,
      skyTop: [0.5, 0.55, 0.6],
      skyLow: [0.68, 0.7, 0.7],
      cloud: 0.4,
      horizon: 0.4,
      ground: { top: (x) => 0.55 + 0.05 * Math.sin(x * 4), colour: [0.2, 0.18, 0.15], rough: 1 },
      fog: { colour: [0.62, 0.64, 0.65], amount: 0.45, patches: 0.8 },
      birds: perched(8, 9, [0.1, 0.575], [1.4, 0.56], 0.045),
    },
  },
  {
    name: "Ledge, two rows",
    scene: {
      seed: 37,
      aspect: wide,
      skyTop: [0.3, 0.36, 0.44],
      skyLow: [0.52, 0.56, 0.58],
      cloud: 0.5,
      horizon: 0.3,
      ground: { top: (x) => 0.36 + 0.16 * x, colour: [0.16, 0.14, 0.12], rough: 1.2 },
      fog: { colour: fogGrey, amount: 0.4, patches: 0.8 },
      birds: [
        ...perched(18, 7, [0.1, 0.4], [0.9, 0.52], 0.035),
        ...perched(19, 6, [0.3, 0.72], [1.4, 0.74], 0.06),
        ...flock(20, 5, [0.9, 0.1], [1.4, 0.3], 0.025, false),
      ],
    },
  },
  {
    name: "Slack water",
    scene: {
      seed: 43,
      aspect: wide,
      skyTop: [0.4, 0.47, 0.55],
      skyLow: [0.72, 0.68, 0.6],
      cloud: 0.8,
      horizon: 0.5,
      sea: { colour: [0.12, 0.17, 0.19], rough: 0.15 },
      ridges: [
        { height: 0.16, base: 0.52, distance: 0.75 },
        { height: 0.1, base: 0.515, distance: 0.55 },
      ],
      fog: { colour: [0.66, 0.64, 0.6], amount: 0.55, patches: 0.7 },
    },
  },
  {
    name: "Wind rising",
    scene: {
      seed: 47,
      aspect: wide,
      skyTop: [0.1, 0.13, 0.17],
      skyLow: [0.38, 0.42, 0.43],
      cloud: 1.4,
      horizon: 0.42,
      sea: { colour: [0.03, 0.06, 0.065], rough: 1.3 },
      fog: { colour: [0.36, 0.4, 0.41], amount: 0.35, patches: 1 },
      birds: flock(29, 6, [0.7, 0.12], [1.35, 0.35], 0.022, false),
    },
  },
  {
    name: "Foghorn house",
    scene: {
      seed: 53,
      aspect: wide,
      skyTop: fogGrey,
      skyLow: [0.5, 0.52, 0.53],
      cloud: 0.3,
      horizon: 0.7,
      ground: { top: (x) => 0.74 - 0.05 * Math.sin(x * 2.4), colour: [0.09, 0.1, 0.06], rough: 0.6 },
      ridges: [{ height: 0.3, base: 0.78, distance: 0.72 }],
      fog: { colour: [0.5, 0.52, 0.53], amount: 0.6, patches: 1 },
      things: [
        hut(0.55, 0.75, 0.3, [0.3, 0.28, 0.25], 0.2),
        {
          polygons: [
            [
              [0.88, 0.66],
              [0.98, 0.62],
              [0.98, 0.72],
              [0.88, 0.69],
            ],
          ],
          colour: [0.25, 0.05, 0.03],
          distance: 0.15,
        },
      ],
    },
  },
  {
    name: "Ferry, half hidden",
    scene: {
      seed: 59,
      aspect: wide,
      skyTop: [0.34, 0.38, 0.42],
      skyLow: fogGrey,
      cloud: 0.3,
      horizon: 0.55,
      sea: { colour: [0.08, 0.11, 0.12], rough: 0.35 },
      fog: { colour: fogGrey, amount: 0.85, patches: 1.1 },
      things: [ferry(0.5, 0.6, 0.55, 0.5)],
      lamp: { at: [0.885, 0.34], colour: [0.8, 0.75, 0.6], halo: 0.12 },
    },
  },
  {
    name: "Causeway at low tide",
    scene: {
      seed: 61,
      aspect: wide,
      skyTop: [0.28, 0.4, 0.56],
      skyLow: [0.8, 0.72, 0.56],
      cloud: 0.9,
      horizon: 0.46,
      sea: { colour: [0.2, 0.18, 0.14], rough: 0.25 },
      ridges: [{ height: 0.2, base: 0.48, distance: 0.6 }],
      fog: { colour: fogWarm, amount: 0.35, patches: 0.6 },
      things: [
        {
          polygons: [
            [
              [0.72, 0.47],
              [0.76, 0.47],
              [1.2, 1.02],
              [0.3, 1.02],
            ],
          ],
          colour: [0.22, 0.19, 0.14],
          distance: 0.05,
        },
      ],
    },
  },
  {
    name: "Hull on the slip",
    scene: {
      seed: 67,
      aspect: wide,
      skyTop: [0.5, 0.48, 0.44],
      skyLow: [0.62, 0.57, 0.5],
      cloud: 0.4,
      horizon: 0.72,
      ground: { top: flat(0.78), colour: [0.16, 0.13, 0.1], rough: 0.5 },
      ridges: [{ height: 0.22, base: 0.8, distance: 0.7 }],
      fog: { colour: [0.58, 0.54, 0.48], amount: 0.35, patches: 0.6 },
      things: [hull(0.32, 0.8, 0.85)],
    },
  },
  {
    name: "Ringing hut, morning",
    scene: {
      seed: 71,
      aspect: tall,
      skyTop: [0.36, 0.48, 0.62],
      skyLow: [0.85, 0.7, 0.5],
      cloud: 0.7,
      horizon: 0.6,
      ground: { top: (x) => 0.7 + 0.06 * Math.sin(x * 6), colour: [0.13, 0.14, 0.06], rough: 0.7 },
      ridges: [{ height: 0.16, base: 0.68, distance: 0.55 }],
      fog: { colour: fogWarm, amount: 0.4, patches: 0.8 },
      things: [hut(0.2, 0.76, 0.24, [0.16, 0.1, 0.06], 0.08)],
      birds: flock(41, 7, [0.1, 0.15], [0.6, 0.4], 0.014, false),
    },
  },
  {
    name: "Stair, night round",
    scene: {
      seed: 73,
      aspect: tall,
      skyTop: [0.012, 0.018, 0.04],
      skyLow: [0.05, 0.07, 0.12],
      cloud: 0.8,
      horizon: 0.7,
      sea: { colour: [0.01, 0.015, 0.025], rough: 0.6 },
      ground: { top: (x) => 0.9 - 0.25 * x, colour: [0.03, 0.03, 0.035], rough: 1 },
      lamp: { at: [0.4, 0.22], colour: [1, 0.75, 0.4], halo: 0.5, beams: true },
      fog: { colour: fogBlue, amount: 0.35, patches: 1 },
      things: [tower(0.4, 0.82, 0.68, 0.12, [0.05, 0.05, 0.06])],
    },
  },
];
