import { createHash } from "node:crypto";
import sharp from "sharp";
import { bakeChain } from "../src/core/chain/bake";
import { writeCube } from "../src/core/formats/cube/write";
import { writeWav } from "../src/core/formats/wav/write";
import { smoothNoise } from "../src/core/picture/lattice-noise";
import { randomFrom } from "./random";

/** A file that demo cards depend on, named by the hash of its bytes as cards name it. */
export interface DemoDependency {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly hash: string;
}

const dependency = (name: string, bytes: Uint8Array): DemoDependency => ({
  name,
  bytes,
  hash: createHash("sha256").update(bytes).digest("hex"),
});

/** A stone tower with a stair: sparse early reflections, then a decay of two seconds that loses its highs. */
function towerResponse(): Uint8Array {
  const rate = 48_000;
  const random = randomFrom(31);
  const planes = [0, 1].map(() => {
    const plane = new Float32Array(2 * rate);
    let low = 0;
    for (let i = 0; i < plane.length; i++) {
      const t = i / rate;
      // Highs die sooner: the noise is smoothed more and more.
      const keep = Math.min(0.96, 0.25 + 0.5 * t);
      low = keep * low + (1 - keep) * (random() * 2 - 1);
      plane[i] = i < 300 ? 0 : low * 10 ** (-3 * (t / 1.9)) * Math.min(1, t / 0.03);
    }
    for (let k = 0; k < 14; k++) plane[300 + Math.floor(random() * 2600)] += (random() * 2 - 1) * 0.7;
    plane[0] = 0.9;
    return plane;
  });
  return writeWav({ planes, sampleRate: rate }, "f32");
}

/** The tin funnel of the old foghorn house: a short, honking resonance. */
function funnelResponse(): Uint8Array {
  const rate = 48_000;
  const random = randomFrom(77);
  const plane = new Float32Array(Math.round(0.25 * rate));
  const modes = [310, 655, 980, 1490, 2210].map((f, k) => ({
    f,
    decay: 0.05 / (1 + 0.4 * k),
    phase: random() * 6,
  }));
  for (let i = 0; i < plane.length; i++) {
    const t = i / rate;
    plane[i] =
      modes.reduce(
        (sum, { f, decay, phase }) => sum + Math.sin(2 * Math.PI * f * t + phase) * Math.exp(-t / decay),
        0,
      ) * 0.2;
  }
  plane[0] += 1;
  return writeWav({ planes: [plane], sampleRate: rate }, "f32");
}

/** Salt and wear on an old sheet: smooth noise in three sizes, and a few specks. */
async function sheet(): Promise<Uint8Array> {
  const [width, height] = [900, 675];
  const random = randomFrom(12);
  const rgb = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const worn =
        0.6 * smoothNoise(x / 90, y / 90, 1) +
        0.3 * smoothNoise(x / 21, y / 27, 2) +
        0.2 * smoothNoise(x / 3, y / 4, 3);
      const tone = Math.min(255, Math.max(0, 150 + 70 * worn + (random() > 0.9995 ? 90 : 0)));
      rgb.set([tone, tone * 0.985, tone * 0.95], (y * width + x) * 3);
    }
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

/** A look of cold shadows and warm lights, as a table. */
function coldWarm(): Uint8Array {
  const setting = (effect: string, values: Record<string, number>) => ({
    effect,
    values,
    on: true,
    mix: 100,
  });
  const { lut } = bakeChain(
    {
      medium: "image",
      settings: [
        setting("image.split-tone", {
          shadowHue: 245,
          shadowAmount: 35,
          highlightHue: 75,
          highlightAmount: 30,
        }),
        setting("image.saturation", { saturation: 90 }),
      ],
    },
    100,
    17,
    "Cold below, warm above",
  );
  return new TextEncoder().encode(writeCube(lut));
}

export const tower = dependency("Lamp tower, stair.wav", towerResponse());
export const funnel = dependency("Foghorn house, funnel.wav", funnelResponse());
export const wornSheet = dependency("Worn sheet.png", await sheet());
export const coldWarmTable = dependency("Cold below, warm above.cube", coldWarm());

export const demoDependencies: readonly DemoDependency[] = [tower, funnel, wornSheet, coldWarmTable];
