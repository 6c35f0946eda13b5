import { createHash } from "node:crypto";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { renderAudio } from "@/core/chain/run-audio";
import { renderImage } from "@/core/chain/run-image";
import { decodeSrgb, encodeSrgb } from "@/core/colour/srgb";
import { writeWav } from "@/core/formats/wav/write";
import { decodeAudio } from "./decode-audio";
import { decodeImage } from "./decode-image";
import { UnreadableMedia } from "./process";
import { renderFile } from "./render-file";
import { MissingEffects } from "./results";
import { firstDifference } from "../../testing/difference";

const folder = mkdtempSync(join(tmpdir(), "fichier-render-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const setting = (effect: string, values: EffectSetting["values"] = {}): EffectSetting => ({
  effect,
  values,
  on: true,
  mix: 100,
});
const sound = (...settings: EffectSetting[]): Chain => ({ medium: "audio", settings });
const look = (...settings: EffectSetting[]): Chain => ({ medium: "image", settings });
const hash = (path: string) => createHash("sha256").update(readFileSync(path)).digest("hex");

const rate = 44_100;
const planes = [0, 1].map((c) =>
  Float32Array.from({ length: 3 * rate }, (_, i) =>
    i < 2 * rate ? 0.5 * Math.sin(i * 0.02 * (c + 1)) * Math.sin(i / 5000) : 0,
  ),
);
const wav = join(folder, "in.wav");
writeFileSync(wav, writeWav({ planes, sampleRate: rate }, "f32"));

const png = join(folder, "in.png");
const picture = Buffer.alloc(300 * 200 * 3);
for (let i = 0; i < 300 * 200; i++)
  picture.set([(i % 300) % 256, Math.floor(i / 300), 255 - ((i % 300) % 256)], i * 3);
const pictureFile = await sharp(picture, { raw: { width: 300, height: 200, channels: 3 } })
  .png()
  .toBuffer();
writeFileSync(png, pictureFile);

const all = { strength: 100 } as const;

describe("rendering sound to a file", () => {
  const chain = sound(
    setting("audio.high-pass", { cutoff: 200 }),
    setting("audio.delay", { time: 300, feedback: 40 }),
  );

  it("gives what the chain gives over the whole at once, and follows the tail until it is silent", async () => {
    const out = join(folder, "float.wav");
    await renderFile(wav, out, { ...all, chain, format: "wav-float" });
    const read = await decodeAudio(readFileSync(out));
    const expected = renderAudio(chain, { planes, sampleRate: rate }, { tail: 60 * rate });
    const length = read.planes[0].length;
    expect(length).toBeGreaterThan(3 * rate);
    read.planes.forEach((plane, c) =>
      expect(
        Buffer.compare(Buffer.from(plane.buffer), Buffer.from(expected.planes[c].slice(0, length).buffer)),
      ).toBe(0),
    );
    expected.planes.forEach((plane) =>
      expect(plane.subarray(length).every((v) => Math.abs(v) < 1 / 8388607)).toBe(true),
    );
  });

  it("follows a tail across the pause between two repeats", async () => {
    const out = join(folder, "pause.wav");
    // The material ends with a second of silence, so at its end nothing sounds; the repeats come later.
    const repeats = sound({ ...setting("audio.delay", { time: 2000, feedback: 30 }), mix: 50 });
    await renderFile(wav, out, { ...all, chain: repeats, format: "wav-float" });
    const [left] = (await decodeAudio(readFileSync(out))).planes;
    const loudest = (from: number, to: number) =>
      Math.max(...left.subarray(from * rate, to * rate).map(Math.abs));
    expect(loudest(4.05, 5.9)).toBeGreaterThan(0.03);
    expect(left.length).toBeGreaterThan(7 * rate);
  });

  it("packs the same codes into FLAC as into a 24-bit WAV", async () => {
    const [flac, plain] = [join(folder, "a.flac"), join(folder, "a.wav")];
    await renderFile(wav, flac, { ...all, chain, format: "flac" });
    await renderFile(wav, plain, { ...all, chain, format: "wav" });
    expect(await decodeAudio(readFileSync(flac))).toEqual(await decodeAudio(readFileSync(plain)));
  });

  it("writes 16 and 32 bits that ffmpeg reads as what was meant", async () => {
    const read = async (format: "wav-16" | "wav-32" | "wav-float") => {
      const out = join(folder, `deep-${format}.wav`);
      await renderFile(wav, out, { ...all, chain, format });
      return (await decodeAudio(readFileSync(out))).planes;
    };
    const [exact, deep, shallow] = [await read("wav-float"), await read("wav-32"), await read("wav-16")];
    exact.forEach((plane, c) =>
      plane.forEach((v, i) => {
        if (Math.abs(deep[c][i] - v) > 2e-7 || Math.abs(shallow[c][i] - v) > 2.1 / 32_768)
          throw new Error(`channel ${c}, sample ${i}: ${v}, ${deep[c][i]}, ${shallow[c][i]}`);
      }),
    );
  });

  it.each(["wav", "wav-16", "wav-float", "flac"] as const)(
    "gives the same bytes each time: %s",
    async (format) => {
      const files = ["one", "two"].map((n) => join(folder, `${n}-${format}`));
      for (const file of files) await renderFile(wav, file, { chain, strength: 60, format });
      expect(hash(files[0])).toBe(hash(files[1]));
    },
  );

  it("keeps untouched material as it is, and cuts ranges to the sample", async () => {
    const out = join(folder, "range.wav");
    await renderFile(wav, out, {
      ...all,
      chain: sound(),
      format: "wav-float",
      range: { start: 1001, end: 70_003 },
    });
    const read = await decodeAudio(readFileSync(out));
    expect([...read.planes[1]]).toEqual([...planes[1].subarray(1001, 70_003)]);
  });

  it("leaves no file where it fails: unknown effects, damaged material, a range beyond the end, cancelling", async () => {
    const out = join(folder, "never.wav");
    const damaged = join(folder, "damaged.flac");
    await renderFile(wav, damaged, { ...all, chain: sound(), format: "flac" });
    const bytes = readFileSync(damaged);
    bytes.fill(0x55, bytes.length >> 1, (bytes.length >> 1) + 4000);
    writeFileSync(damaged, bytes);
    await expect(
      renderFile(wav, out, { ...all, chain: sound(setting("audio.of-another-house")), format: "wav" }),
    ).rejects.toThrow(MissingEffects);
    await expect(renderFile(damaged, out, { ...all, chain, format: "wav" })).rejects.toThrow(UnreadableMedia);
    await expect(
      renderFile(wav, out, { ...all, chain, format: "wav", range: { start: 10 * rate, end: 11 * rate } }),
    ).rejects.toThrow(/range/);
    await expect(
      renderFile(
        wav,
        out,
        { ...all, chain, format: "wav" },
        { signal: AbortSignal.abort(new Error("cancelled")) },
      ),
    ).rejects.toThrow("cancelled");
    expect(existsSync(out)).toBe(false);
    expect(readdirSync(folder).filter((name) => name.endsWith(".part"))).toEqual([]);
  });
});

describe("rendering pictures to a file", () => {
  it("keeps every 16-bit code of an untouched picture, in PNG and TIFF", async () => {
    const deep = join(folder, "deep.png");
    const codes = Uint16Array.from({ length: 65536 * 3 }, (_, i) => Math.floor(i / 3));
    writeFileSync(
      deep,
      await sharp(codes, { raw: { width: 256, height: 256, channels: 3 } })
        .toColourspace("rgb16")
        .png()
        .toBuffer(),
    );
    for (const format of ["png", "tiff"] as const) {
      const out = join(folder, `deep-out.${format}`);
      await renderFile(deep, out, { ...all, chain: look(), format });
      expect(firstDifference((await decodeImage(readFileSync(out))).codes, codes)).toBeNull();
    }
  });

  it("gives what the chain gives, rounded to codes", async () => {
    const chain = look(setting("image.exposure", { exposure: 0.7 }), setting("image.vignette"));
    const out = join(folder, "look.png");
    await renderFile(png, out, { chain, strength: 80, format: "png" });
    const { codes } = await decodeImage(readFileSync(out));
    const linear = [0, 1, 2].map((c) =>
      Float32Array.from({ length: 300 * 200 }, (_, i) => decodeSrgb(picture[i * 3 + c] / 255)),
    );
    const expected = renderImage(chain, { width: 300, height: 200, planes: linear }, 80);
    for (let i = 0; i < 300 * 200; i += 7)
      expected.planes.forEach((plane, c) =>
        expect(
          Math.abs(codes[i * 3 + c] - Math.min(65535, Math.max(0, encodeSrgb(plane[i]) * 65535))),
        ).toBeLessThanOrEqual(1.5),
      );
  });

  it("writes JPEG at 8 bits, and refuses what is no picture", async () => {
    const out = join(folder, "a.jpg");
    await renderFile(png, out, { ...all, chain: look(setting("image.saturation")), format: "jpeg" });
    expect(await sharp(readFileSync(out)).metadata()).toMatchObject({
      format: "jpeg",
      width: 300,
      height: 200,
      chromaSubsampling: "4:4:4",
    });
    await expect(
      renderFile(wav, join(folder, "never.png"), { ...all, chain: look(), format: "png" }),
    ).rejects.toThrow(UnreadableMedia);
    expect(existsSync(join(folder, "never.png"))).toBe(false);
  });
});
