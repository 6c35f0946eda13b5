import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
  statSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import type { Chain } from "@/core/chain/model";
import { renderCodes } from "@/core/chain/render-codes";
import { ciede2000 } from "@/core/colour/ciede2000";
import { srgbToLab } from "@/core/colour/lab";
import { decodeSrgb, encodeSrgb } from "@/core/colour/srgb";
import { unzip } from "../../../testing/unzip";
import { sniff } from "../sniff";
import { UnreadableMedia } from "../process";
import { renderFile } from "../render-file";
import { probeSound, soundBlocks } from "../sound-stream";
import { frameOf, lightSize, writeLight, writeSound, writeStrip } from "./copies";
import { decodeFrames } from "./frames";
import { probeVideo } from "./probe";

/*
 * Against files that ffmpeg makes: its own colour conversions are checked by ITU-R BT.709 and BT.601, its frames by those
 * that were put in.
 */

const folder = mkdtempSync(join(tmpdir(), "fichier-video-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) =>
  execFileSync("ffmpeg", ["-v", "error", "-y", ...args], { stdio: "pipe" });
const hash = (codes: Uint16Array) =>
  createHash("md5")
    .update(new Uint8Array(codes.buffer, codes.byteOffset, codes.byteLength))
    .digest("hex");
async function framesOf(path: string) {
  const facts = await probeVideo(path);
  const frames: Uint16Array[] = [];
  for await (const frame of decodeFrames(path, facts)) frames.push(frame);
  return { facts, frames };
}
const limits = { seconds: 60, bytes: 1e9 };

/** Codes of Y, Cb and Cr of 8 bits for encoded R, G, B of 0…1. Source: ITU-R BT.709-6 and BT.601-7, quantisation. */
function codesOf([r, g, b]: readonly number[], [kr, kb]: readonly [number, number], full: boolean) {
  const y = kr * r + (1 - kr - kb) * g + kb * b;
  const [cb, cr] = [(b - y) / (2 * (1 - kb)), (r - y) / (2 * (1 - kr))];
  return full
    ? [255 * y, 128 + 255 * cb, 128 + 255 * cr].map(Math.round)
    : [16 + 219 * y, 128 + 224 * cb, 128 + 224 * cr].map(Math.round);
}
const bt709 = [0.2126, 0.0722] as const;
const bt601 = [0.299, 0.114] as const;

describe("colours of a clip", () => {
  it.each([
    ["BT.709 of limited range", bt709, false, ["-colorspace", "bt709", "-color_range", "tv"]],
    ["BT.601 of limited range", bt601, false, ["-colorspace", "smpte170m", "-color_range", "tv"]],
    ["BT.709 of full range", bt709, true, ["-colorspace", "bt709", "-color_range", "pc"]],
    ["a small one that does not say", bt601, false, []],
  ] as const)("%s", async (_, matrix, full, flags) => {
    const [width, height] = [64, 48];
    const colours = [
      [0.2, 0.5, 0.8],
      [0.9, 0.1, 0.2],
      [0.5, 0.5, 0.5],
      [0.1, 0.7, 0.3],
    ];
    const planes = colours.map((colour) => {
      const [y, cb, cr] = codesOf(colour, matrix, full);
      return Buffer.concat([
        Buffer.alloc(width * height, y),
        Buffer.alloc((width * height) / 4, cb),
        Buffer.alloc((width * height) / 4, cr),
      ]);
    });
    writeFileSync(at("colours.yuv"), Buffer.concat(planes));
    const raw = ["-f", "rawvideo", "-pix_fmt", "yuv420p", "-s", `${width}x${height}`, "-r", "25"];
    ffmpeg(...raw, "-i", at("colours.yuv"), "-c:v", "ffv1", ...flags, at("colours.mkv"));
    const { frames } = await framesOf(at("colours.mkv"));
    expect(frames).toHaveLength(4);
    for (const [i, frame] of frames.entries())
      for (let c = 0; c < 3; c++) {
        const middle = frame[((height / 2) * width + width / 2) * 3 + c] / 65535;
        // A code of 8 bits and its rounding.
        expect(Math.abs(middle - colours[i][c])).toBeLessThan(0.008);
      }
  });

  it("of RGB are kept, and transparent parts lie on black", async () => {
    const rgba = Buffer.alloc(32 * 16 * 4);
    for (let i = 0; i < 32 * 16; i++) rgba.set([200, 100, 50, i % 32 < 16 ? 255 : 51], i * 4);
    writeFileSync(at("alpha.rgba"), rgba);
    ffmpeg(
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgba",
      "-s",
      "32x16",
      "-r",
      "25",
      "-i",
      at("alpha.rgba"),
      "-c:v",
      "ffv1",
      "-pix_fmt",
      "bgra",
      at("alpha.mkv"),
    );
    const { facts, frames } = await framesOf(at("alpha.mkv"));
    expect(facts.notes).toContain("transparent parts on black");
    const codes = (x: number) => Array.from(frames[0].slice(x * 3, x * 3 + 3), (v) => v / 257);
    codes(3).forEach((code, c) => expect(Math.abs(code - [200, 100, 50][c])).toBeLessThan(1));
    codes(20).forEach((code, c) => expect(Math.abs(code - [200, 100, 50][c] / 5)).toBeLessThan(1));
  });
});

describe("frames of a clip", () => {
  ffmpeg(
    "-f",
    "lavfi",
    "-i",
    "testsrc2=size=160x90:rate=25:duration=4",
    "-f",
    "lavfi",
    "-i",
    "sine=440:duration=4",
    "-c:v",
    "libx264",
    "-g",
    "50",
    "-bf",
    "2",
    "-pix_fmt",
    "yuv420p",
    "-c:a",
    "aac",
    at("usual.mp4"),
  );

  it.each([
    ["H.264 with frames in another order", () => at("usual.mp4"), 100, [25, 1]],
    [
      "VP9 in WebM",
      () => (
        ffmpeg("-i", at("usual.mp4"), "-c:v", "libvpx-vp9", "-cpu-used", "8", "-an", at("a.webm")),
        at("a.webm")
      ),
      100,
      [25, 1],
    ],
    [
      "10 bits in MKV at 30000/1001",
      () => (
        ffmpeg(
          "-f",
          "lavfi",
          "-i",
          "testsrc2=size=160x90:rate=30000/1001:duration=3",
          "-c:v",
          "ffv1",
          "-pix_fmt",
          "yuv422p10le",
          at("b.mkv"),
        ),
        at("b.mkv")
      ),
      90,
      [30000, 1001],
    ],
    [
      "MPEG-4 in MOV",
      () => (ffmpeg("-i", at("usual.mp4"), "-c:v", "mpeg4", "-q:v", "3", at("c.mov")), at("c.mov")),
      100,
      [25, 1],
    ],
    [
      "60 a second",
      () => (
        ffmpeg(
          "-f",
          "lavfi",
          "-i",
          "testsrc2=size=160x90:rate=60:duration=1",
          "-c:v",
          "libx264",
          at("d.mp4"),
        ),
        at("d.mp4")
      ),
      60,
      [60, 1],
    ],
  ] as const)("%s are the same however they are reached", async (_, make, count, rate) => {
    const path = make();
    expect(await sniff(path)).toBe("video");
    const { facts, frames } = await framesOf(path);
    expect([frames.length, facts.rate]).toEqual([count, rate]);
    expect(new Set(frames.map(hash)).size).toBe(count);
    for (const index of [0, 1, 24, 25, 51, count - 1].filter((one) => one < count))
      expect([index, hash(await frameOf(path, facts, index))]).toEqual([index, hash(frames[index])]);
  });

  it("are the ones that were put in, where nothing is lost by the coding", async () => {
    const [width, height, count] = [48, 32, 7];
    const codes = Uint16Array.from({ length: width * height * 3 * count }, (_, i) => (i * 40503) % 65536);
    writeFileSync(at("exact.rgb"), new Uint8Array(codes.buffer));
    ffmpeg(
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgb48le",
      "-s",
      `${width}x${height}`,
      "-r",
      "24",
      "-i",
      at("exact.rgb"),
      "-c:v",
      "ffv1",
      "-pix_fmt",
      "gbrp16le",
      at("exact.mkv"),
    );
    const { frames } = await framesOf(at("exact.mkv"));
    frames.forEach((frame, i) =>
      expect(hash(frame)).toBe(hash(codes.slice(i * frame.length, (i + 1) * frame.length))),
    );
    expect(frames).toHaveLength(count);
  });

  it("stand upright, with square pixels, as flags say", async () => {
    ffmpeg("-i", at("usual.mp4"), "-c", "copy", "-metadata:s:v", "rotate=90", at("turned.mp4"));
    const turned = await framesOf(at("turned.mp4"));
    expect([turned.facts.width, turned.facts.height]).toEqual([90, 160]);
    expect(turned.facts.notes.some((note) => note.startsWith("turned by"))).toBe(true);
    // A pixel of the upper edge now lies at a side.
    const upright = await framesOf(at("usual.mp4"));
    const pixel = (codes: Uint16Array, width: number, x: number, y: number) => codes[(y * width + x) * 3 + 1];
    const corners = [pixel(turned.frames[0], 90, 89, 0), pixel(turned.frames[0], 90, 0, 159)];
    // Colours lie elsewhere in a frame that was turned: a hundredth beside.
    const corner = pixel(upright.frames[0], 160, 0, 0);
    expect(Math.min(...corners.map((code) => Math.abs(code - corner)))).toBeLessThan(700);
    ffmpeg(
      "-f",
      "lavfi",
      "-i",
      "testsrc2=size=144x90:rate=25:duration=0.2,setsar=16/11",
      "-c:v",
      "libx264",
      at("wide.mp4"),
    );
    const wide = await framesOf(at("wide.mp4"));
    expect([wide.facts.width, wide.facts.height]).toEqual([209, 90]);
    expect(wide.facts.notes).toContain("pixels of 16:11 made square");
  });

  it("that come unevenly are shown at an even rate, each at its time", async () => {
    // A second at 25, then every fifth frame alone.
    ffmpeg(
      "-f",
      "lavfi",
      "-i",
      "testsrc2=size=96x64:rate=25:duration=3",
      "-vf",
      "select='lt(n,25)+not(mod(n,5))'",
      "-fps_mode",
      "vfr",
      "-c:v",
      "libx264",
      at("uneven.mp4"),
    );
    const { facts, frames } = await framesOf(at("uneven.mp4"));
    expect(facts.notes.some((note) => note.startsWith("uneven frames"))).toBe(true);
    const seconds = (frames.length * facts.rate[1]) / facts.rate[0];
    expect(Math.abs(seconds - 3)).toBeLessThan(0.25);
  });

  it("of a clip whose pictures begin after its sound stand still until then", async () => {
    ffmpeg(
      "-itsoffset",
      "0.4",
      "-i",
      at("usual.mp4"),
      "-i",
      at("usual.mp4"),
      "-map",
      "0:v",
      "-map",
      "1:a",
      "-c",
      "copy",
      at("late.mkv"),
    );
    const { facts, frames } = await framesOf(at("late.mkv"));
    const early = await framesOf(at("usual.mp4"));
    expect(facts.hasSound).toBe(true);
    const first = hash(early.frames[0]);
    const stands = frames.findIndex((frame) => hash(frame) !== first) - 1;
    // Ten frames, and what the container adds where sound is primed (AAC: 1024 samples).
    expect(stands).toBeGreaterThanOrEqual(10);
    expect(stands).toBeLessThanOrEqual(11);
    expect(hash(frames[stands + 30])).toBe(hash(early.frames[30]));
  });

  it.each([
    ["nothing", () => writeFileSync(at("none.mp4"), "")],
    [
      "noise",
      () =>
        writeFileSync(at("none.mp4"), Buffer.from(Array.from({ length: 4000 }, (_, i) => (i * 131) % 256))),
    ],
    [
      "the first bytes of a clip",
      () => (writeFileSync(at("none.mp4"), readFileSync(at("usual.mp4"))), truncateSync(at("none.mp4"), 300)),
    ],
    [
      "a playlist that names a clip",
      () => writeFileSync(at("none.mp4"), `ffconcat version 1.0\nfile '${at("usual.mp4")}'\n`),
    ],
  ])("%s is no clip", async (_, make) => {
    make();
    await expect(sniff(at("none.mp4"))).rejects.toThrow(UnreadableMedia);
    await expect(probeVideo(at("none.mp4"))).rejects.toThrow(UnreadableMedia);
  });

  it("a container with nothing but sound is a sound; what was cut off is read as far as it goes", async () => {
    ffmpeg("-i", at("usual.mp4"), "-vn", "-c", "copy", at("sound.mp4"));
    expect(await sniff(at("sound.mp4"))).toBe("audio");
    ffmpeg("-i", at("usual.mp4"), "-c", "copy", at("whole.mkv"));
    const { size } = statSync(at("whole.mkv"));
    truncateSync(at("whole.mkv"), Math.floor(size * 0.6));
    const { frames } = await framesOf(at("whole.mkv"));
    expect(frames.length).toBeGreaterThan(30);
    expect(frames.length).toBeLessThan(95);
  });

  it("too large ones and those of high dynamic range are refused with the reason", async () => {
    ffmpeg("-f", "lavfi", "-i", "color=size=8400x16:rate=25:duration=0.1", "-c:v", "ffv1", at("large.mkv"));
    await expect(probeVideo(at("large.mkv"))).rejects.toThrow("8400 × 16 pixels");
    ffmpeg(
      "-f",
      "lavfi",
      "-i",
      "color=size=64x64:rate=25:duration=0.1",
      "-c:v",
      "ffv1",
      "-color_trc",
      "smpte2084",
      at("hdr.mkv"),
    );
    await expect(probeVideo(at("hdr.mkv"))).rejects.toThrow("high dynamic range");
  });
});

describe("odd files", () => {
  const chart = (size: string, rate: number, seconds: number) =>
    ["-f", "lavfi", "-i", `testsrc2=size=${size}:rate=${rate}:duration=${seconds}`] as const;
  const hashes = (frames: readonly Uint16Array[]) => frames.map(hash);

  it("a clip of one frame has one, and one of 240 a second all of them", async () => {
    ffmpeg(...chart("96x64", 25, 0.04), "-c:v", "ffv1", at("one.mkv"));
    const one = await framesOf(at("one.mkv"));
    expect([one.frames.length, one.facts.framesGuess]).toEqual([1, 1]);
    ffmpeg(...chart("96x64", 240, 0.25), "-c:v", "ffv1", at("fast.mkv"));
    const fast = await framesOf(at("fast.mkv"));
    expect(fast.facts.rate).toEqual([240, 1]);
    expect(fast.frames).toHaveLength(60);
    expect(new Set(hashes(fast.frames)).size).toBe(60);
  });

  it("frames that become larger in the middle of a stream come as large as the first", async () => {
    const colours = { "96x64": [0x80, 0x40, 0x20], "128x96": [0x20, 0x40, 0x80] };
    const parts = Object.entries(colours).map(([size, rgb]) => {
      const name = Buffer.from(rgb).toString("hex");
      const plain = ["-f", "lavfi", "-i", `color=c=0x${name}:size=${size}:rate=25:duration=0.4`];
      ffmpeg(...plain, "-c:v", "libx264", "-f", "mpegts", at(`${size}.ts`));
      return readFileSync(at(`${size}.ts`));
    });
    writeFileSync(at("grows.ts"), Buffer.concat(parts));
    ffmpeg("-i", at("grows.ts"), "-c", "copy", "-bsf:v", "dump_extra", at("grows.mkv"));
    const { facts, frames } = await framesOf(at("grows.mkv"));
    expect([facts.width, facts.height]).toEqual([96, 64]);
    expect(frames.length).toBeGreaterThanOrEqual(20);
    expect(frames.every(({ length }) => length === 96 * 64 * 3)).toBe(true);
    const off = (frame: Uint16Array, rgb: readonly number[]) =>
      frame.reduce((most, code, i) => Math.max(most, Math.abs(code / 257 - rgb[i % 3])), 0);
    expect(off(frames[0], colours["96x64"])).toBeLessThan(4);
    expect(off(frames.at(-2)!, colours["128x96"])).toBeLessThan(4);
  });

  it("timestamps that go back for a while neither stop it nor lose what lies behind them", async () => {
    ffmpeg(...chart("96x64", 25, 1), "-c:v", "libx264", "-bf", "0", at("forth.mkv"));
    const setts = "setts=ts=if(gte(N\\,10)*lt(N\\,15)\\,TS-6400\\,TS)";
    ffmpeg("-i", at("forth.mkv"), "-c", "copy", "-bsf:v", setts, at("back.mkv"));
    const [forth, back] = await Promise.all([framesOf(at("forth.mkv")), framesOf(at("back.mkv"))]);
    expect(back.frames).toHaveLength(25);
    expect(hashes(back.frames.slice(16))).toEqual(hashes(forth.frames.slice(16)));
  });

  it("a container that claims to last longer has the frames that it has; one that claims too much is refused", async () => {
    ffmpeg(...chart("96x64", 25, 1), "-c:v", "ffv1", at("says.mkv"));
    const bytes = readFileSync(at("says.mkv"));
    // Matroska's Duration (element 0x4489), a double of milliseconds. Source: RFC 9559, 5.1.2.
    const place = bytes.indexOf(Buffer.from([0x44, 0x89, 0x88])) + 3;
    expect(bytes.readDoubleBE(place)).toBeCloseTo(1000, 0);
    const claiming = (milliseconds: number) => {
      bytes.writeDoubleBE(milliseconds, place);
      // The stream's own words for its length are others.
      for (let tag = bytes.indexOf("DURATION"); tag >= 0; tag = bytes.indexOf("DURATION", tag + 1))
        bytes.write("D_______", tag);
      writeFileSync(at("claims.mkv"), bytes);
    };
    claiming(100_000);
    const { facts, frames } = await framesOf(at("claims.mkv"));
    expect([facts.framesGuess, frames.length]).toEqual([2500, 25]);
    claiming(1e9);
    await expect(probeVideo(at("claims.mkv"))).rejects.toThrow("hours long");
  });

  it("an edit list is followed: what it leaves out is not shown", async () => {
    ffmpeg(...chart("96x64", 25, 2), "-c:v", "libx264", "-g", "100", at("unedited.mp4"));
    ffmpeg("-ss", "0.4", "-i", at("unedited.mp4"), "-c", "copy", at("edited.mp4"));
    expect(readFileSync(at("edited.mp4")).includes("elst")).toBe(true);
    const [whole, edited] = await Promise.all([framesOf(at("unedited.mp4")), framesOf(at("edited.mp4"))]);
    expect(hashes(edited.frames)).toEqual(hashes(whole.frames.slice(10)));
  });

  it("of two streams of pictures the first is taken, and a cover is none", async () => {
    ffmpeg(...chart("96x64", 25, 0.4), "-c:v", "ffv1", at("first.mkv"));
    ffmpeg(...chart("128x96", 25, 0.4), "-c:v", "ffv1", at("second.mkv"));
    const both = ["-i", at("first.mkv"), "-i", at("second.mkv"), "-map", "0:v", "-map", "1:v", "-c", "copy"];
    ffmpeg(...both, at("both.mkv"));
    const { facts } = await framesOf(at("both.mkv"));
    expect([facts.width, facts.height]).toEqual([96, 64]);
    expect(facts.notes).toContain("the first of 2 streams of pictures");
    ffmpeg(...chart("320x200", 1, 1), "-frames:v", "1", at("cover.png"));
    const cover = ["-i", at("cover.png"), "-i", at("usual.mp4"), "-map", "0", "-map", "1:v", "-c", "copy"];
    ffmpeg(...cover, "-disposition:v:0", "attached_pic", at("covered.mp4"));
    expect((await probeVideo(at("covered.mp4"))).width).toBe(160);
  });

  it("what is protected is refused, pictures and sound, and nothing is made of its noise", async () => {
    // ISO/IEC 23001-7 (Common Encryption), by ffmpeg's own muxer.
    const key = "00112233445566778899aabbccddeeff";
    const scheme = ["-encryption_scheme", "cenc-aes-ctr", "-encryption_key", key, "-encryption_kid", key];
    ffmpeg("-i", at("usual.mp4"), "-c", "copy", ...scheme, at("protected.mp4"));
    await expect(probeVideo(at("protected.mp4"))).rejects.toThrow("protected against copying");
    ffmpeg("-i", at("usual.mp4"), "-vn", "-c", "copy", ...scheme, at("protected.m4a"));
    await expect(probeSound(at("protected.m4a"))).rejects.toThrow("protected against copying");
  });

  it("8,192 pixels a side are the most, and are read", async () => {
    ffmpeg("-f", "lavfi", "-i", "color=size=8192x16:rate=25:duration=0.04", "-c:v", "ffv1", at("widest.mkv"));
    const { facts, frames } = await framesOf(at("widest.mkv"));
    expect([facts.width, frames.length]).toEqual([8192, 1]);
  });
});

describe("what is made of a clip for the browser", () => {
  it("has the same frames at nearly the same colours, a strip through all of it, and its sound from its first frame on", async () => {
    const { facts, frames } = await framesOf(at("usual.mp4"));
    expect(lightSize({ width: 4000, height: 1001 })).toEqual({ width: 1280, height: 320 });
    expect(await writeLight(at("usual.mp4"), at("light.mp4"), facts, limits)).toBe(frames.length);
    const light = await framesOf(at("light.mp4"));
    // CIEDE2000 per frame between the exact frame and what is played.
    for (const index of [0, 50, 99]) {
      const [a, b] = [frames[index], light.frames[index]];
      let sum = 0;
      for (let i = 0; i < a.length; i += 3) {
        const lab = (codes: Uint16Array) =>
          srgbToLab(codes[i] / 65535, codes[i + 1] / 65535, codes[i + 2] / 65535);
        sum += ciede2000(lab(a), lab(b));
      }
      // Colours are halved twice in so small a test chart with edges everywhere.
      expect(sum / (a.length / 3)).toBeLessThan(2.5);
    }
    expect(await writeStrip(at("light.mp4"), at("strip.jpg"), frames.length)).toBe(24);
    await writeSound(at("usual.mp4"), at("sound.wav"), limits);
    const { sampleRate, framesGuess } = await probeSound(at("sound.wav"));
    expect(Math.abs(framesGuess / sampleRate - 4)).toBeLessThan(0.05);
  });
});

describe("rendering a clip", () => {
  const chain: Chain = {
    medium: "image",
    settings: [
      { effect: "image.exposure", values: { exposure: 0.7 }, on: true, mix: 100 },
      { effect: "image.vignette", values: { corner: -1 }, on: true, mix: 60 },
    ],
  };

  it("without loss has of each frame what the chain makes of it, with the sound in its place", async () => {
    const { facts, frames } = await framesOf(at("usual.mp4"));
    await renderFile(at("usual.mp4"), at("out.mkv"), { chain, strength: 80, format: "mkv" });
    const made = await framesOf(at("out.mkv"));
    expect([made.frames.length, made.facts.rate, made.facts.hasSound]).toEqual([100, [25, 1], true]);
    for (const index of [0, 37, 99]) {
      const { picture } = await renderCodes(
        { chain, strength: 80, resources: {}, bits: 16 },
        { width: facts.width, height: facts.height, channels: 3, codes: frames[index].slice() },
        () => undefined,
      );
      expect(hash(made.frames[index])).toBe(hash(picture.codes as Uint16Array));
    }
    // A chain of nothing gives the frames as they were.
    await renderFile(at("usual.mp4"), at("same.mkv"), {
      chain: { ...chain, settings: [] },
      strength: 100,
      format: "mkv",
    });
    const same = await framesOf(at("same.mkv"));
    expect(same.frames.map(hash)).toEqual(frames.map(hash));
  });

  it("keeps a flash and a click together, also where the sound has a chain of its own that lags", async () => {
    // White for the frames from one second on; a click at that moment.
    ffmpeg(
      "-f",
      "lavfi",
      "-i",
      "color=black:size=64x48:rate=25:duration=2,drawbox=color=white:t=fill:enable='gte(n,25)'",
      "-f",
      "lavfi",
      "-i",
      "aevalsrc='if(eq(n,48000),0.9,0)':s=48000:d=2",
      "-c:v",
      "ffv1",
      "-c:a",
      "pcm_f32le",
      at("flash.mkv"),
    );
    await writeSound(at("flash.mkv"), at("click.wav"), limits);
    await renderFile(at("flash.mkv"), at("flash-out.mkv"), {
      chain: { medium: "image", settings: [] },
      strength: 100,
      format: "mkv",
      sound: {
        path: at("click.wav"),
        chain: { medium: "audio", settings: [{ effect: "audio.limiter", values: {}, on: true, mix: 100 }] },
        strength: 100,
      },
    });
    const { frames } = await framesOf(at("flash-out.mkv"));
    expect(frames.findIndex((codes) => codes[0] > 30_000)).toBe(25);
    await writeSound(at("flash-out.mkv"), at("click-out.wav"), limits);
    const samples: number[] = [];
    for await (const [plane] of soundBlocks(at("click-out.wav"), await probeSound(at("click-out.wav"))))
      samples.push(...plane);
    const loudest = samples.reduce((best, v, i) => (Math.abs(v) > Math.abs(samples[best]) ? i : best), 0);
    expect(Math.abs(loudest - 48_000)).toBeLessThan(2);
  });

  it("to MP4 and WebM says what its colours are, and loses the last column of an odd size", async () => {
    ffmpeg(
      "-f",
      "lavfi",
      "-i",
      "testsrc2=size=101x61:rate=25:duration=0.4",
      "-c:v",
      "ffv1",
      "-pix_fmt",
      "gbrp",
      at("odd.mkv"),
    );
    for (const format of ["mp4", "webm"] as const) {
      await renderFile(at("odd.mkv"), at(`odd.${format}`), { chain, strength: 100, format });
      const { facts, frames } = await framesOf(at(`odd.${format}`));
      expect([facts.width, facts.height, frames.length]).toEqual([100, 60, 10]);
      expect(facts.notes).toEqual(expect.arrayContaining(["BT.709", "limited range"]));
      const wanted = (await framesOf(at("odd.mkv"))).frames;
      expect(wanted).toHaveLength(10);
    }
  });

  it("by keyframes and a cut has at each frame what is set there, and the end of the clip before through its own chain", async () => {
    const [clip, before, out] = [at("later.mkv"), at("before.mkv"), at("cut.mkv")];
    ffmpeg(
      ...["-f", "lavfi", "-i", "testsrc2=size=64x48:rate=25:duration=2"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", clip],
    );
    ffmpeg(
      ...["-f", "lavfi", "-i", "testsrc=size=64x48:rate=25:duration=1.2"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", before],
    );
    const lane = [
      { at: [0, 1], value: 0, ease: "linear" },
      { at: [1, 1], value: 2, ease: "linear" },
    ] as const;
    const chain: Chain = {
      medium: "video",
      settings: [
        { effect: "video.dissolve", values: { lasts: 0.4 }, on: true, mix: 100 },
        {
          effect: "image.exposure",
          values: {},
          on: true,
          mix: 100,
          // Kept on a second, to fit by the clip's end: it begins after one.
          motion: { length: [1, 1], way: "end", opening: [0, 1], closing: [0, 1], lanes: { exposure: lane } },
        },
      ],
    };
    const darker: Chain = {
      medium: "video",
      settings: [{ effect: "image.exposure", values: { exposure: -1 }, on: true, mix: 100 }],
    };
    await renderFile(clip, out, {
      chain,
      strength: 100,
      format: "mkv",
      earlier: { path: before, chain: darker, strength: 100 },
    });
    const [later, earlier, made] = await Promise.all([clip, before, out].map(framesOf));
    expect(made.frames).toHaveLength(50);
    const light = (frame: Uint16Array, i: number) => decodeSrgb(frame[i] / 65535);
    for (const n of [0, 3, 9, 10, 20, 25, 35, 49]) {
      // Ten frames of dissolve, from the last ten of thirty; then up to two stops from frame 25 on.
      const share = Math.min(1, n / 10);
      const gain = 2 ** Math.max(0, Math.min(2, ((n - 25) / 25) * 2));
      let most = 0;
      for (let i = 0; i < made.frames[n].length; i += 17) {
        const was = share < 1 ? light(earlier.frames[20 + n], i) / 2 : 0;
        const wanted = (was + (light(later.frames[n], i) - was) * share) * gain;
        most = Math.max(most, Math.abs(encodeSrgb(Math.min(1, wanted)) - made.frames[n][i] / 65535));
      }
      expect(most, `frame ${n}`).toBeLessThan(0.001);
    }
  });

  it("lies on the clip before, from its start or to its end, which stays where it has ended or waits where it is longer", async () => {
    const [clip, before, out] = [at("over.mkv"), at("beneath.mkv"), at("laid.mkv")];
    for (const [file, pattern, length] of [
      [clip, "testsrc2", 1],
      [before, "testsrc", 0.6],
    ] as const)
      ffmpeg(
        ...["-f", "lavfi", "-i", `${pattern}=size=64x48:rate=25:duration=${length}`],
        ...["-c:v", "ffv1", "-pix_fmt", "gbrp", file],
      );
    const [own, beneath] = await Promise.all([clip, before].map(framesOf));
    expect([own.frames.length, beneath.frames.length]).toEqual([25, 15]);
    for (const [along, under] of [
      ["start", (n: number) => Math.min(n, 14)],
      ["end", (n: number) => Math.max(n - 10, 0)],
    ] as const) {
      const values = { mode: "screen", along, opacity: 50 };
      const chain: Chain = {
        medium: "video",
        settings: [{ effect: "video.superimpose", values, on: true, mix: 100 }],
      };
      await renderFile(clip, out, {
        chain,
        strength: 100,
        format: "mkv",
        earlier: { path: before, chain: { medium: "video", settings: [] }, strength: 100 },
      });
      const made = await framesOf(out);
      expect(made.frames).toHaveLength(25);
      for (const n of [0, 1, 9, 10, 11, 14, 15, 24]) {
        let most = 0;
        for (let i = 0; i < made.frames[n].length; i += 17) {
          const [b, s] = [beneath.frames[under(n)][i] / 65535, own.frames[n][i] / 65535];
          // Screen, at half: W3C Compositing and Blending Level 1, §10.1.4.
          most = Math.max(most, Math.abs(b + (s - b * s) / 2 - made.frames[n][i] / 65535));
        }
        expect(most, `${along}, frame ${n}`).toBeLessThan(0.001);
      }
    }
  });

  it("lies on the clip before from its start also once a transition from its end is over", async () => {
    const [clip, before, out] = [at("both.mkv"), at("both-before.mkv"), at("both-made.mkv")];
    for (const [file, pattern] of [
      [clip, "testsrc2"],
      [before, "testsrc"],
    ])
      ffmpeg(
        ...["-f", "lavfi", "-i", `${pattern}=size=64x48:rate=25:duration=1.2`],
        ...["-c:v", "ffv1", "-pix_fmt", "gbrp", file],
      );
    const set = (effect: string, values: Record<string, string | number>) =>
      ({ effect, values, on: true, mix: 100 }) as const;
    await renderFile(clip, out, {
      chain: {
        medium: "video",
        settings: [
          set("video.superimpose", { mode: "normal", along: "start", opacity: 0 }),
          set("video.dissolve", { lasts: 0.4 }),
        ],
      },
      strength: 100,
      format: "mkv",
      earlier: { path: before, chain: { medium: "video", settings: [] }, strength: 100 },
    });
    const [beneath, made] = await Promise.all([before, out].map(framesOf));
    // Nothing of the clip itself: the last ten frames of thirty while it goes over, then those of the same time.
    for (const [n, under] of [
      [0, 20],
      [9, 29],
      [10, 10],
      [11, 11],
      [29, 29],
    ]) {
      let most = 0;
      made.frames[n].forEach(
        (code, i) => (most = Math.max(most, Math.abs(code - beneath.frames[under][i]) / 65535)),
      );
      expect(most, `frame ${n}`).toBeLessThan(0.001);
    }
  });

  it("of a part of it has those frames and their sound alone, fitted to the part, also where it goes over from a part", async () => {
    const [clip, sound, out, plain] = [
      at("part.mkv"),
      at("part.wav"),
      at("part-out.mkv"),
      at("part-plain.mkv"),
    ];
    // A tone that rises by a step with each second of sixty frames.
    ffmpeg(
      ...["-f", "lavfi", "-i", "testsrc2=size=64x48:rate=30000/1001:duration=3"],
      ...["-f", "lavfi", "-i", "aevalsrc='0.1*floor(1+t)':s=48000:d=3"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", "-c:a", "pcm_f32le", clip],
    );
    await writeSound(clip, sound, limits);
    const part = { from: 40, to: 64, fadeIn: 0, fadeOut: 0 };
    const exposure = (values: object, motion?: object): Chain =>
      ({
        medium: "video",
        settings: [{ effect: "image.exposure", values, on: true, mix: 100, ...(motion && { motion }) }],
      }) as Chain;
    // From nothing to a stop, stretched with what is used of the clip: 24 frames.
    const lane = [
      { at: [0, 1], value: 0, ease: "linear" },
      { at: [1, 1], value: 1, ease: "linear" },
    ];
    const moving = exposure(
      {},
      { length: [1, 1], way: "stretch", opening: [0, 1], closing: [0, 1], lanes: { exposure: lane } },
    );
    const dissolve = { effect: "video.dissolve", values: { lasts: 0.2 }, on: true, mix: 100 };
    await renderFile(clip, out, {
      chain: { ...moving, settings: [dissolve, ...moving.settings] },
      strength: 100,
      format: "mkv",
      part,
      earlier: {
        path: clip,
        part: { ...part, from: 0, to: 12 },
        chain: exposure({ exposure: -1 }),
        strength: 100,
      },
      sound: {
        path: sound,
        part: { ...part, from: 48_000, to: 96_000 },
        chain: { medium: "audio", settings: [] },
        strength: 100,
      },
    });
    const [all, made] = await Promise.all([clip, out].map(framesOf));
    expect(made.frames).toHaveLength(24);
    const light = (frame: Uint16Array, i: number) => decodeSrgb(frame[i] / 65535);
    for (const n of [0, 3, 5, 6, 12, 23]) {
      const share = Math.min(1, n / (0.2 * (30000 / 1001)));
      // The last six frames of the twelve that are used before.
      const earlier = Math.min(11, Math.floor(12 - (0.2 * (30000 / 1001) - n) + 1e-6));
      let most = 0;
      for (let i = 0; i < made.frames[n].length; i += 13) {
        const was = share < 1 ? light(all.frames[earlier], i) / 2 : 0;
        // From the first of 24 frames to the last, which begins a frame before the second is over.
        const own = (n / 23) * (1 - 1001 / 30000);
        const wanted = (was + (light(all.frames[40 + n], i) - was) * share) * 2 ** own;
        most = Math.max(most, Math.abs(encodeSrgb(Math.min(1, wanted)) - made.frames[n][i] / 65535));
      }
      expect(most, `frame ${n}`).toBeLessThan(0.001);
    }
    const samplesOf = async (path: string) => {
      await writeSound(path, at("part-heard.wav"), limits);
      const samples: number[] = [];
      for await (const [plane] of soundBlocks(at("part-heard.wav"), await probeSound(at("part-heard.wav"))))
        samples.push(...plane);
      return samples;
    };
    const heard = await samplesOf(out);
    expect(heard).toHaveLength(48_000);
    expect(new Set(heard.map((v) => Number(v.toFixed(4))))).toEqual(new Set([0.2]));
    // As it came: from frame 40 at 1.335 s to frame 64 at 2.135 s.
    await renderFile(clip, plain, {
      chain: { medium: "video", settings: [] },
      strength: 100,
      format: "mkv",
      part,
    });
    const came = await samplesOf(plain);
    expect(Math.abs(came.length - (24 * 1001 * 48_000) / 30_000)).toBeLessThanOrEqual(1);
    expect(came[0]).toBeCloseTo(0.2, 5);
    expect(
      Math.abs(came.findIndex((v) => v > 0.25) - (96_000 - (40 * 1001 * 48_000) / 30_000)),
    ).toBeLessThanOrEqual(1);
  });

  it.each([
    [
      "smaller and with more frames",
      { side: 24, rate: "50" },
      [32, 24],
      100,
      (n: number) => Math.floor(n / 2),
    ],
    [
      "larger and with fewer",
      { side: 96, rate: "24" },
      [128, 96],
      48,
      (n: number) => Math.round((n * 25) / 24),
    ],
    ["at the rate of its own", { side: 48, rate: "25" }, [64, 48], 50, (n: number) => n],
  ] as const)(
    "%s is of that size and rate, each frame the nearest in time, the sound as long",
    async (_, shape, [width, height], count, from) => {
      const [clip, out] = [at("shape.mkv"), at("shape-out.mkv")];
      // Each frame is of one grey, so that no size changes it.
      ffmpeg(
        ...[
          "-f",
          "lavfi",
          "-i",
          "color=black:size=64x48:rate=25:duration=2,format=gray,geq=lum='4*N+20',format=gbrp",
        ],
        ...["-f", "lavfi", "-i", "sine=300:duration=2", "-c:v", "ffv1", "-c:a", "pcm_f32le", clip],
      );
      const chain: Chain = { medium: "video", settings: [] };
      await renderFile(clip, out, { chain, strength: 100, format: "mkv", shape });
      const [was, is] = [await framesOf(clip), await framesOf(out)];
      expect([is.facts.width, is.facts.height, is.frames.length]).toEqual([width, height, count]);
      expect(is.facts.rate).toEqual([Number(shape.rate), 1]);
      const greys = is.frames.map((frame) =>
        was.frames.findIndex((one) => Math.abs(one[0] - frame[frame.length >> 1]) < 300),
      );
      greys.forEach((grey, n) => expect(Math.abs(grey - from(n)), `frame ${n}`).toBeLessThanOrEqual(1));
      expect(greys).toEqual([...greys].sort((a, b) => a - b));
      expect(greys[0]).toBe(0);
      await writeSound(out, at("shape.wav"), limits);
      const { framesGuess } = await probeSound(at("shape.wav"));
      expect(Math.abs(framesGuess - 2 * 44_100)).toBeLessThan(50);
    },
  );

  it("of an odd size loses the last column and row where only even ones can be coded, also at the size of its own", async () => {
    const [clip, out] = [at("odd-side.mkv"), at("odd-side.mp4")];
    ffmpeg(
      ...["-f", "lavfi", "-i", "testsrc2=size=64x48:rate=25:duration=0.2,format=gbrp,crop=63:47:exact=1"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", clip],
    );
    await renderFile(clip, out, {
      chain: { medium: "video", settings: [] },
      strength: 100,
      format: "mp4",
      shape: { side: 47 },
    });
    const { width, height } = await probeVideo(out);
    expect([width, height]).toEqual([62, 46]);
  });

  it("as numbered pictures has a file a frame, each of the very codes, and says what these are", async () => {
    ffmpeg(
      ...["-f", "lavfi", "-i", "testsrc2=size=66x50:rate=25:duration=0.4"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", at("ten.mkv")],
    );
    await renderFile(at("ten.mkv"), at("ten, looked.mkv"), { chain, strength: 100, format: "mkv" });
    const { frames } = await framesOf(at("ten, looked.mkv"));
    expect(frames).toHaveLength(10);
    for (const [format, ending] of [
      ["png-series", "png"],
      ["tiff-series", "tiff"],
    ] as const) {
      const zip = at(`${format}.zip`);
      await renderFile(at("ten.mkv"), zip, { chain, strength: 100, format });
      const files = await unzip(readFileSync(zip));
      expect([...files.keys()]).toEqual(frames.map((_, n) => `frame-00000${n}.${ending}`));
      for (const n of [0, 4, 9]) {
        const { data, info } = await sharp(files.get(`frame-00000${n}.${ending}`))
          .toColourspace("rgb16")
          .raw({ depth: "ushort" })
          .toBuffer({ resolveWithObject: true });
        expect([info.width, info.height, info.channels]).toEqual([66, 50, 3]);
        const codes = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
        expect(hash(codes)).toBe(hash(frames[n]));
      }
    }
    expect(readdirSync(folder).filter((name) => name.includes(".part"))).toEqual([]);
  });

  it("that is stopped or fails leaves nothing behind", async () => {
    const stop = new AbortController();
    const before = readdirSync(folder).length;
    const rendering = renderFile(
      at("usual.mp4"),
      at("never.mp4"),
      { chain, strength: 100, format: "mp4" },
      { signal: stop.signal, onProgress: () => stop.abort(new Error("enough")) },
    );
    await expect(rendering).rejects.toThrow();
    await expect(
      renderFile(at("usual.mp4"), at("never.mp4"), {
        chain: {
          medium: "image",
          settings: [{ effect: "image.of-another-house", values: {}, on: true, mix: 100 }],
        },
        strength: 100,
        format: "mp4",
      }),
    ).rejects.toThrow("not here");
    expect(readdirSync(folder)).toHaveLength(before);
  });
});
