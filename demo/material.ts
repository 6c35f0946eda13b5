import sharp from "sharp";
import type { WorkingMedium } from "../src/core/media";
import { writeWav } from "../src/core/formats/wav/write";
import { paint } from "./pictures/scene";
import { series } from "./pictures/series";
import { narration } from "./sound/narration";
import { caulking, ferryRamp, foghorn, sea, terns } from "./sound/places";
import { sampleRate } from "./sound/tools";
import { clips } from "./video/clips";
import { film } from "./video/film";

export interface DemoFile {
  readonly name: string;
  readonly kind: WorkingMedium;
  make(): Promise<Uint8Array>;
}

const wav = (planes: readonly Float32Array[]) => writeWav({ planes, sampleRate });

const sounds: readonly [name: string, make: () => Float32Array[]][] = [
  ["Narration, take 4", () => narration(14, 401, 112)],
  ["Narration, take 5", () => narration(14, 502, 108)],
  ["Narration, take 6", () => narration(14, 603, 116)],
  ["Ferry ramp", () => ferryRamp(12, 71)],
  ["Terns on the ledge", () => terns(12, 82)],
  ["Yard, caulking", () => caulking(12, 93)],
  ["Foghorn", () => foghorn(12, 14)],
  ["Sea under the lamp room", () => sea(12, 25)],
];

const pictureHeight = 900;

/** Every file of the demo, in the order of its sessions; each is made when it is asked for. */
export const demoFiles: readonly DemoFile[] = [
  ...sounds.map(([name, make]): DemoFile => ({ name, kind: "audio", make: async () => wav(make()) })),
  ...series.map(({ name, scene }): DemoFile => ({
    name,
    kind: "image",
    async make() {
      const { width, height, rgb } = paint(scene, pictureHeight * (scene.aspect < 1 ? 1.3 : 1));
      return sharp(rgb, { raw: { width, height, channels: 3 } })
        .png({ compressionLevel: 4 })
        .toBuffer();
    },
  })),
  ...clips.map((clip): DemoFile => ({ name: clip.name, kind: "video", make: () => film(clip) })),
];
