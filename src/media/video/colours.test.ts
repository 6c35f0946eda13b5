import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { inverse, product, transform } from "@/core/colour/matrix";
import { decodeSrgb, encodeSrgb } from "@/core/colour/srgb";
import { noise } from "../../../testing/signals";
import { lightSize, writeLight } from "./copies";
import { decodeFrames } from "./frames";
import { probeVideo } from "./probe";

/*
 * Codes of 8, 10, 12 and 16 bits against the very ones that were handed to the encoder, in its own pixel format; primaries
 * against arithmetic with the chromaticities of ITU-T H.273, table 2.
 */

const folder = mkdtempSync(join(tmpdir(), "fichier-colours-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const [width, height] = [34, 22];
const pixels = width * height;

/** Whole numbers from 0 to below `most`. */
const wholes = (count: number, most: number, seed: number) =>
  Array.from(noise(count, seed), (v) => Math.min(most - 1, Math.floor(((v + 1) / 2) * most)));

/** A file that an encoder makes of codes in its own pixel format. */
function encoded(name: string, format: string, bytes: Uint8Array, ...coding: readonly string[]): string {
  const [source, path] = [join(folder, `${name}.raw`), join(folder, name)];
  writeFileSync(source, bytes);
  const raw = ["-f", "rawvideo", "-pix_fmt", format, "-s", `${width}x${height}`, "-r", "25", "-i", source];
  execFileSync("ffmpeg", ["-v", "error", "-y", ...raw, ...coding, "-pix_fmt", format, path], {
    stdio: "pipe",
  });
  return path;
}

async function decoded(path: string) {
  const facts = await probeVideo(path);
  for await (const frame of decodeFrames(path, facts)) return { facts, frame };
  throw new Error("there is no frame");
}

/** Where the channels of a pixel lie: their order, whether in planes, and bits a code. */
type Layout = readonly [channels: string, planes: boolean, bits: number];
const layouts: Readonly<Record<string, Layout>> = {
  rgb24: ["rgb", false, 8],
  rgba: ["rgba", false, 8],
  argb: ["argb", false, 8],
  bgr0: ["bgr0", false, 8],
  bgra: ["bgra", false, 8],
  gray: ["y", false, 8],
  gray10le: ["y", false, 10],
  ya8: ["ya", false, 8],
  rgb48be: ["rgb", false, -16],
  rgba64be: ["rgba", false, -16],
  gbrp: ["gbr", true, 8],
  gbrap: ["gbra", true, 8],
  gbrp10le: ["gbr", true, 10],
  gbrp12le: ["gbr", true, 12],
  gbrap12le: ["gbra", true, 12],
  gbrap16le: ["gbra", true, 16],
};

describe("codes of RGB and grey are kept", () => {
  it.each([
    ["PNG in MOV", "png.mov", "rgb24", ["-c:v", "png"]],
    ["PNG with alpha in MOV", "pnga.mov", "rgba", ["-c:v", "png"]],
    ["PNG of 16 bits in MOV", "png16.mov", "rgb48be", ["-c:v", "png"]],
    ["PNG of 16 bits with alpha in MOV", "pnga16.mov", "rgba64be", ["-c:v", "png"]],
    ["grey PNG in MOV", "pngy.mov", "gray", ["-c:v", "png"]],
    ["grey PNG with alpha in MOV", "pngya.mov", "ya8", ["-c:v", "png"]],
    ["PNG in MKV", "png.mkv", "rgb24", ["-c:v", "png"]],
    ["run lengths in MOV", "rle.mov", "rgb24", ["-c:v", "qtrle"]],
    ["run lengths with alpha in MOV", "rlea.mov", "argb", ["-c:v", "qtrle"]],
    ["FFV1 of packed codes", "ffv1.mkv", "bgr0", ["-c:v", "ffv1"]],
    ["FFV1 of packed codes with alpha", "ffv1a.mkv", "bgra", ["-c:v", "ffv1"]],
    ["FFV1 of 10 bits", "ffv10.mkv", "gbrp10le", ["-c:v", "ffv1"]],
    ["FFV1 of 12 bits", "ffv12.mkv", "gbrp12le", ["-c:v", "ffv1"]],
    ["FFV1 of 12 bits with alpha", "ffv12a.mkv", "gbrap12le", ["-c:v", "ffv1"]],
    ["FFV1 of 16 bits with alpha", "ffv16a.mkv", "gbrap16le", ["-c:v", "ffv1"]],
    ["grey FFV1 of 10 bits", "ffv10y.mkv", "gray10le", ["-c:v", "ffv1"]],
    ["UT Video", "ut.mkv", "gbrp", ["-c:v", "utvideo"]],
    ["UT Video with alpha", "uta.mkv", "gbrap", ["-c:v", "utvideo"]],
    ["H.264 of RGB", "h264.mp4", "gbrp", ["-c:v", "libx264rgb", "-qp", "0"]],
    ["uncompressed in MOV", "raw.mov", "rgb24", ["-c:v", "rawvideo"]],
  ] as const)("%s", async (_, name, format, coding) => {
    const [channels, planes, signedBits] = layouts[format];
    const bits = Math.abs(signedBits);
    const white = 2 ** bits - 1;
    const codes = wholes(pixels * channels.length, white + 1, name.length + bits);
    // The ends of the scale, and a little below them, are there for certain.
    for (const [i, code] of [0, 1, white - 1, white].entries())
      codes.fill(code, i * channels.length, (i + 1) * channels.length);
    const bytes = Buffer.alloc(codes.length * (bits > 8 ? 2 : 1));
    for (const [i, code] of codes.entries()) {
      const at = planes ? (i % channels.length) * pixels + Math.floor(i / channels.length) : i;
      if (bits === 8) bytes[at] = code;
      else if (signedBits < 0) bytes.writeUInt16BE(code, 2 * at);
      else bytes.writeUInt16LE(code, 2 * at);
    }
    const { frame, facts } = await decoded(encoded(name, format, bytes, ...coding));
    expect(facts.notes).toContain(`${bits} bits`);
    const hasAlpha = channels.includes("a");
    expect(facts.notes.includes("transparent parts on black")).toBe(hasAlpha);
    let worst = 0;
    for (let i = 0; i < pixels; i++)
      for (const [c, channel] of ["r", "g", "b"].entries()) {
        const of = (name: string) => codes[i * channels.length + channels.indexOf(name)] / white;
        const value = of(channels.includes("y") ? "y" : channel) * (hasAlpha ? of("a") : 1);
        worst = Math.max(worst, Math.abs(frame[3 * i + c] - 65535 * value));
      }
    // Codes are kept to the last; of transparent ones ffmpeg's multiplication leaves up to a quarter of a code of 8 bits.
    expect(worst).toBeLessThanOrEqual(hasAlpha ? 64 : bits === 8 || bits === 16 ? 0 : 1);
  });

  it("white and black are so in what is played as well", async () => {
    const bytes = Buffer.alloc(pixels * 3, 255).fill(0, (pixels / 2) * 3);
    const path = encoded("ends.mov", "rgb24", bytes, "-c:v", "png");
    const facts = await probeVideo(path);
    const light = join(folder, "ends.mp4");
    await writeLight(path, light, facts, { seconds: 60, bytes: 1e9 });
    const { frame } = await decoded(light);
    const size = lightSize(facts);
    expect(Math.abs(frame[3 * (3 * size.width + 9)] - 65535)).toBeLessThanOrEqual(300);
    expect(frame[3 * ((size.height - 3) * size.width + 9)]).toBeLessThanOrEqual(300);
  });
});

type Point = readonly [x: number, y: number];
const d65: Point = [0.3127, 0.329];
/** From RGB to XYZ. Source of the formula: SMPTE RP 177. */
function toXyz(primaries: readonly [Point, Point, Point], white: Point): number[][] {
  const xyz = ([x, y]: Point) => [x / y, 1, (1 - x - y) / y];
  const columns = primaries.map(xyz);
  const m = [0, 1, 2].map((row) => columns.map((column) => column[row]));
  const scale = transform(inverse(m), xyz(white));
  return m.map((row) => row.map((v, i) => v * scale[i]));
}
const bt709 = toXyz(
  [
    [0.64, 0.33],
    [0.3, 0.6],
    [0.15, 0.06],
  ],
  d65,
);
/** Chromaticities of red, green and blue. Source: ITU-T H.273, table 2. */
const others: Readonly<Record<string, readonly [Point, Point, Point]>> = {
  bt2020: [
    [0.708, 0.292],
    [0.17, 0.797],
    [0.131, 0.046],
  ],
  smpte432: [
    [0.68, 0.32],
    [0.265, 0.69],
    [0.15, 0.06],
  ],
  smpte170m: [
    [0.63, 0.34],
    [0.31, 0.595],
    [0.155, 0.07],
  ],
  bt470bg: [
    [0.64, 0.33],
    [0.29, 0.6],
    [0.15, 0.06],
  ],
};

describe("colours of other primaries and transfer functions", () => {
  const seed = 5;
  /** A file of random colours, as 16-bit RGB tagged so; the linear ones of BT.709 that it means. */
  async function decodedOf(tags: readonly string[], encode: (linear: readonly number[]) => number[]) {
    const wanted = Array.from({ length: pixels }, (_, i) =>
      [0, 1, 2].map((c) => wholes(3 * pixels, 65536, seed)[3 * i + c] / 65535).map(decodeSrgb),
    );
    const bytes = Buffer.alloc(pixels * 6);
    for (const [i, linear] of wanted.entries())
      for (const [c, value] of encode(linear).entries())
        bytes.writeUInt16LE(
          Math.round(65535 * Math.min(1, Math.max(0, value))),
          2 * ([2, 0, 1][c] * pixels + i),
        );
    const path = encoded("tagged.mkv", "gbrp16le", bytes, "-c:v", "ffv1", ...tags);
    const { facts, frame } = await decoded(path);
    let worst = 0;
    for (const [i, linear] of wanted.entries())
      for (const [c, value] of linear.entries())
        worst = Math.max(worst, Math.abs(frame[3 * i + c] / 257 - 255 * encodeSrgb(value)));
    return { worst, facts };
  }

  it.each([
    ["bt2020", "bt709", "BT.2020"],
    ["bt2020", "bt2020-10", "BT.2020"],
    ["smpte432", "iec61966-2-1", "Display P3"],
    ["smpte432", "bt709", "Display P3"],
    ["smpte170m", "smpte170m", "BT.601 (525 lines)"],
    ["bt470bg", "bt709", "BT.601 (625 lines)"],
  ])("%s with %s", async (name, transfer, said) => {
    const matrix = product(inverse(toXyz(others[name], d65)), bt709);
    const { worst, facts } = await decodedOf(["-color_primaries", name, "-color_trc", transfer], (linear) =>
      transform(matrix, linear).map(encodeSrgb),
    );
    // Colours of BT.709 that lie outside of the smaller two are cut off there; of those within, to a tenth of a code.
    if (name.startsWith("bt2020") || name === "smpte432") expect(worst).toBeLessThan(0.1);
    expect(facts.notes).toContain(`${said} primaries, brought to BT.709`);
  });

  it.each([
    ["linear", "linear light", (v: number) => v],
    ["gamma22", "gamma 2.2", (v: number) => v ** (1 / 2.2)],
    ["gamma28", "gamma 2.8", (v: number) => v ** (1 / 2.8)],
  ])("codes of %s become sRGB's", async (name, said, encode) => {
    const { worst, facts } = await decodedOf(["-color_primaries", "bt709", "-color_trc", name], (linear) =>
      linear.map(encode),
    );
    expect(worst).toBeLessThan(0.1);
    expect(facts.notes).toContain(`${said}, brought to sRGB`);
  });

  it("as video's are shown as they are", async () => {
    for (const transfer of ["bt709", "smpte170m", "iec61966-2-1"]) {
      const { worst } = await decodedOf(["-color_primaries", "bt709", "-color_trc", transfer], (linear) =>
        linear.map(encodeSrgb),
      );
      expect(worst).toBeLessThan(0.01);
    }
  });

  it("that nobody here knows are refused with words", async () => {
    await expect(decodedOf(["-color_trc", "smpte428"], (linear) => [...linear])).rejects.toThrow(
      /transfer function \(smpte428\) cannot be converted/,
    );
    await expect(decodedOf(["-color_trc", "smpte2084"], (linear) => [...linear])).rejects.toThrow(
      /high dynamic range/,
    );
  });
});

describe("transparency that is kept beside the frames", () => {
  it.each([
    ["VP9", "libvpx-vp9", []],
    ["VP8", "libvpx", ["-auto-alt-ref", "0"]],
  ])("of %s", async (_, encoder, more) => {
    const [luma, alpha] = [Buffer.alloc(pixels, 180), Buffer.alloc(pixels)];
    // The left half is opaque, the right half a fifth so.
    for (let i = 0; i < pixels; i++) alpha[i] = i % width < width / 2 ? 255 : 51;
    const chroma = Buffer.alloc(pixels / 2, 128);
    const bytes = Buffer.concat([luma, chroma, alpha]);
    const coding = ["-c:v", encoder, ...more, "-b:v", "4M", "-crf", "4"];
    const path = encoded(`${encoder}.webm`, "yuva420p", bytes, ...coding);
    const { facts, frame } = await decoded(path);
    expect(facts.notes).toContain("transparent parts on black");
    const grey = ((180 - 16) / 219) * 255;
    const at = (x: number) => frame[3 * (11 * width + x)] / 257;
    expect(Math.abs(at(5) - grey)).toBeLessThan(3);
    expect(Math.abs(at(width - 6) - grey / 5)).toBeLessThan(3);
    // What is played shows the same.
    const light = join(folder, `${encoder}.mp4`);
    await writeLight(path, light, facts, { seconds: 60, bytes: 1e9 });
    const played = (await decoded(light)).frame;
    expect(Math.abs(played[3 * (11 * width + width - 6)] / 257 - grey / 5)).toBeLessThan(4);
  });
});
