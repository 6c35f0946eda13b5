import { converter } from "culori";
import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { iccProfile, pngFile, spaces, tiffFile, type PlainPicture } from "../../testing/pictures";
import { decodeImage } from "./decode-image";

interface Rgb {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}
/** A colour of one RGB space in another. */
const between = (from: string, to: string, colour: Rgb): Rgb =>
  converter(to as never)({ mode: from, ...colour } as never) as unknown as Rgb;
const modes = { srgb: "rgb", p3: "p3", opRgb: "a98", romm: "prophoto" } as const;

/** Codes of 16 bits of a colour of sRGB, given in another space by culori, which implements CSS Color 4. */
const colours = [
  [0.8, 0.35, 0.25],
  [0.3, 0.6, 0.4],
  [0.2, 0.3, 0.7],
  [0.05, 0.04, 0.06],
  [1, 1, 1],
] as const;

async function middle(picture: PlainPicture, file: (p: PlainPicture) => Buffer): Promise<number[]> {
  const { codes } = await decodeImage(file(picture));
  return [...codes.subarray(0, 3)];
}

describe("pictures with a colour profile, of 8 and of 16 bits", () => {
  for (const [space, mode] of Object.entries(modes) as [
    keyof typeof modes,
    (typeof modes)[keyof typeof modes],
  ][])
    for (const [kind, file] of [
      ["PNG", pngFile],
      ["TIFF", tiffFile],
    ] as const)
      it(`${space} as ${kind} becomes sRGB as culori has it`, async () => {
        const profile = iccProfile(spaces[space]);
        for (const [r, g, b] of colours) {
          const there = between("rgb", mode, { r, g, b });
          for (const bits of [8, 16] as const) {
            const full = 2 ** bits - 1;
            const codes = [there.r, there.g, there.b].map((v) =>
              Math.min(full, Math.max(0, Math.round(v * full))),
            );
            // What the rounded codes stand for, so that only the conversion is judged.
            const [cr, cg, cb] = codes.map((c) => c / full);
            const wanted = between(mode, "rgb", { r: cr, g: cg, b: cb });
            const found = await middle({ width: 4, height: 3, bits, codes, profile }, file);
            // Profiles hold their numbers to 1/65536, which the step through a wide space makes larger.
            [wanted.r, wanted.g, wanted.b].forEach((v, c) =>
              expect(Math.abs(found[c] / 257 - v * 255), `${bits} bits`).toBeLessThan(bits === 8 ? 1 : 0.5),
            );
          }
        }
      });

  it("grey by its own curve, whatever the depth", async () => {
    const profile = iccProfile({ grey: 1.8 });
    for (const bits of [8, 16] as const)
      for (const share of [0.1, 0.5, 0.9]) {
        const full = 2 ** bits - 1;
        const code = Math.round(share * full);
        const light = (code / full) ** 1.8;
        // IEC 61966-2-1.
        const wanted = 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055);
        for (const file of [pngFile, tiffFile])
          for (const found of await middle({ width: 2, height: 2, bits, codes: [code], profile }, file))
            expect(Math.abs(found / 257 - wanted)).toBeLessThan(bits === 8 ? 1 : 0.35);
      }
  });

  it("CMYK of 16 bits as that of 8, with a profile and without", async () => {
    const profile = (
      await sharp(
        await sharp({ create: { width: 1, height: 1, channels: 3, background: "red" } })
          .toColourspace("cmyk")
          .withIccProfile("cmyk")
          .tiff()
          .toBuffer(),
      ).metadata()
    ).icc;
    expect(profile?.length).toBeGreaterThan(1000);
    for (const p of [profile, undefined])
      for (const codes of [
        [0, 200, 180, 20],
        [200, 40, 0, 0],
        [10, 10, 10, 120],
      ]) {
        const low = await middle({ width: 2, height: 2, bits: 8, codes, profile: p }, tiffFile);
        const high = await middle(
          { width: 2, height: 2, bits: 16, codes: codes.map((c) => c * 257), profile: p },
          tiffFile,
        );
        low.forEach((code, c) => expect(Math.abs(code - high[c]) / 257).toBeLessThanOrEqual(1));
        expect(Math.max(...low) - Math.min(...low)).toBeGreaterThanOrEqual(codes[3] === 120 ? 0 : 60 * 257);
      }
  });

  it("without a profile codes stay as they are", async () => {
    for (const file of [pngFile, tiffFile])
      expect(await middle({ width: 2, height: 2, bits: 16, codes: [12_345, 54_321, 1] }, file)).toEqual([
        12_345, 54_321, 1,
      ]);
  });
});
