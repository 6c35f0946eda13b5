import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import { writeWav } from "@/core/formats/wav/write";
import { decodeAudio } from "./decode-audio";
import { decodeImage, scaleImage } from "./decode-image";
import { UnreadableMedia } from "./process";

const folder = mkdtempSync(join(tmpdir(), "fichier-media-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Runs ffmpeg, the general-purpose peer of these tests, and gives the file it wrote. */
function ffmpeg(name: string, ...args: string[]): Buffer {
  const path = join(folder, name);
  const done = spawnSync("ffmpeg", ["-v", "error", "-y", ...args, path], { encoding: "utf8" });
  if (done.status !== 0) throw new Error(done.stderr);
  return readFileSync(path);
}

const wave = (frames: number, channels: number) =>
  Array.from({ length: channels }, (_, c) =>
    Float32Array.from({ length: frames }, (_, i) => 0.8 * Math.sin(0.01 * (c + 1) * i)),
  );

describe("decoding sound", () => {
  it.each([1, 2, 6, 8])(
    "gives %i channels of a 24-bit WAV back to within half a code, at the file's own rate",
    async (channels) => {
      const planes = wave(5000, channels);
      const read = await decodeAudio(writeWav({ planes, sampleRate: 44_100 }));
      expect(read.sampleRate).toBe(44_100);
      expect(read.planes.length).toBe(channels);
      planes.forEach((plane, c) =>
        plane.forEach((sample, i) =>
          expect(Math.abs(read.planes[c][i] - sample)).toBeLessThan(1 / 8_388_607),
        ),
      );
    },
  );

  it("reads FLAC without loss and MP3 nearly so, as ffmpeg writes them", async () => {
    const planes = wave(48_000, 2);
    const wav = join(folder, "source.wav");
    writeFileSync(wav, writeWav({ planes, sampleRate: 48_000 }));
    const exact = await decodeAudio(ffmpeg("a.flac", "-i", wav));
    const original = await decodeAudio(readFileSync(wav));
    expect(exact).toEqual(original);
    const lossy = await decodeAudio(ffmpeg("a.mp3", "-i", wav, "-b:a", "320k"));
    const error =
      lossy.planes[0].subarray(2000, 40_000).reduce((sum, v, i) => sum + (v - planes[0][i + 2000]) ** 2, 0) /
      38_000;
    expect(Math.sqrt(error)).toBeLessThan(0.01);
  });

  it("refuses what is no sound, is cut off, or has too many channels", async () => {
    await expect(decodeAudio(Buffer.from("not sound at all"))).rejects.toThrow(UnreadableMedia);
    await expect(
      decodeAudio(
        await sharp({ create: { width: 4, height: 4, channels: 3, background: "red" } })
          .png()
          .toBuffer(),
      ),
    ).rejects.toThrow(UnreadableMedia);
    await expect(decodeAudio(writeWav({ planes: wave(100, 9), sampleRate: 8000 }))).rejects.toThrow(
      /9 channels/,
    );
    await expect(
      decodeAudio(ffmpeg("b.flac", "-f", "lavfi", "-i", "sine=d=1").subarray(0, 30)),
    ).rejects.toThrow(UnreadableMedia);
  });
});

describe("decoding pictures", () => {
  const gradient = (channels: 3 | 4 = 3) => {
    const data = Buffer.alloc(64 * 32 * channels, 255);
    for (let i = 0; i < 64 * 32; i++) data.set([(i % 64) * 4, (i >> 6) * 8, 128], i * channels);
    return sharp(data, { raw: { width: 64, height: 32, channels } });
  };

  it("gives 8-bit sRGB codes of a PNG back exactly, as 16-bit ones", async () => {
    const { width, height, codes } = await decodeImage(await gradient().png().toBuffer());
    expect([width, height]).toEqual([64, 32]);
    // 257 = 65535 / 255.
    for (let i = 0; i < 64 * 32; i++) {
      expect(Math.abs(codes[i * 3] - (i % 64) * 4 * 257)).toBeLessThanOrEqual(128);
      expect(Math.abs(codes[i * 3 + 1] - (i >> 6) * 8 * 257)).toBeLessThanOrEqual(128);
    }
  });

  it("honours an ICC profile: Display P3's codes come as sRGB's", async () => {
    const srgb = [200, 90, 60];
    const file = await sharp(Buffer.from(srgb), { raw: { width: 1, height: 1, channels: 3 } })
      .withIccProfile("p3")
      .png()
      .toBuffer();
    // What is stored, read without looking at the profile: by the matrices of CSS Color 4 it is (186, 96, 68).
    const path = join(folder, "p3.png");
    writeFileSync(path, file);
    const stored = ffmpeg("p3.raw", "-i", path, "-f", "rawvideo", "-pix_fmt", "rgb24");
    [186, 96, 68].forEach((code, c) => expect(Math.abs(stored[c] - code)).toBeLessThanOrEqual(1));
    const { codes } = await decodeImage(file);
    srgb.forEach((code, c) => expect(Math.abs(codes[c] / 257 - code)).toBeLessThanOrEqual(1));
  });

  it("turns a picture upright as its EXIF orientation says", async () => {
    const turned = await decodeImage(await gradient().withMetadata({ orientation: 6 }).jpeg().toBuffer());
    expect([turned.width, turned.height]).toEqual([32, 64]);
  });

  it("scales to a longest side and never up", async () => {
    const whole = await decodeImage(await gradient().png().toBuffer());
    expect((await scaleImage(whole, 16)).width).toBe(16);
    const { notes: _, ...picture } = whole;
    expect(await scaleImage(whole, 600)).toEqual(picture);
  });

  it("scales in linear light: stripes of black and white become as bright as they were", async () => {
    const stripes = Buffer.alloc(64 * 64 * 3);
    for (let i = 0; i < 64 * 64; i++) if (i % 2) stripes.fill(255, i * 3, i * 3 + 3);
    const { codes } = await scaleImage(
      await decodeImage(
        await sharp(stripes, { raw: { width: 64, height: 64, channels: 3 } })
          .png()
          .toBuffer(),
      ),
      8,
    );
    // Half the light is sRGB 187.5 of 255 (IEC 61966-2-1).
    expect(codes[(8 * 4 + 4) * 3] / 257).toBeCloseTo(187.5, 0);
  });

  it("reads pictures of one channel, with transparency, in a palette and in CMYK", async () => {
    const grey = await decodeImage(
      await sharp(Buffer.from([0, 128, 255, 64]), { raw: { width: 2, height: 2, channels: 1 } })
        .png()
        .toBuffer(),
    );
    expect(Array.from(grey.codes, (c) => Math.round(c / 257))).toEqual([
      0, 0, 0, 128, 128, 128, 255, 255, 255, 64, 64, 64,
    ]);
    for (const file of [
      await gradient(4).png().toBuffer(),
      await gradient().png({ palette: true }).toBuffer(),
      await gradient().toColourspace("cmyk").jpeg().toBuffer(),
      await gradient().tiff().toBuffer(),
      await gradient().webp().toBuffer(),
    ]) {
      const { width, height, codes } = await decodeImage(file);
      expect([width, height, codes.length]).toEqual([64, 32, 64 * 32 * 3]);
      // Bluish green below on the left, orange on the right.
      const at = (x: number, y: number) =>
        [...codes.subarray((y * 64 + x) * 3, (y * 64 + x) * 3 + 3)].map((c) => c / 257);
      expect(at(62, 1)[0]).toBeGreaterThan(at(62, 1)[1] + 30);
      expect(at(1, 30)[1]).toBeGreaterThan(at(1, 30)[0] + 30);
    }
  });

  it("refuses what is no picture", async () => {
    await expect(decodeImage(Buffer.from("not a picture"))).rejects.toThrow(UnreadableMedia);
    const whole = await sharp({
      create: {
        width: 200,
        height: 200,
        channels: 3,
        background: "black",
        noise: { type: "gaussian", mean: 100, sigma: 50 },
      },
    })
      .png()
      .toBuffer();
    await expect(decodeImage(whole.subarray(0, whole.length >> 1))).rejects.toThrow(UnreadableMedia);
  });
});
