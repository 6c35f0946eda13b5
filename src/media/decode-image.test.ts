import { converter } from "culori";
import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { inverse, product, transform } from "@/core/colour/matrix";
import { encodeSrgb } from "@/core/colour/srgb";
import { adaptation, whiteOf } from "@/core/colour/white-point";
import { noise } from "../../testing/signals";
import { iccProfile, pngFile, spaces, tiffFile, type PlainPicture } from "../../testing/pictures";
import { decodeImage } from "./decode-image";
import { shippedProfile } from "./profiles";

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

type Point = readonly [x: number, y: number];
const d65 = [0.3127, 0.329] as const;
const srgbPrimaries = [spaces.srgb.red, spaces.srgb.green, spaces.srgb.blue];
/** Source of the formula: SMPTE RP 177. */
function rgbToXyz(primaries: readonly Point[], white: Point): number[][] {
  const columns = primaries.map(([x, y]) => whiteOf(x, y));
  const m = [0, 1, 2].map((row) => columns.map((column) => column[row]));
  const scale = transform(inverse(m), whiteOf(...white));
  return m.map((row) => row.map((v, i) => v * scale[i]));
}

/** Inks of 0…255, and the codes they become. */
const cmyk: readonly (readonly [readonly number[], readonly number[]])[] = [
  [
    [61, 70, 89, 12],
    [178, 159, 145],
  ],
  [
    [183, 216, 21, 114],
    [63, 35, 89],
  ],
  [
    [26, 54, 201, 43],
    [191, 157, 63],
  ],
  [
    [91, 90, 132, 102],
    [113, 102, 86],
  ],
  [
    [32, 187, 197, 5],
    [205, 83, 64],
  ],
  [
    [77, 32, 147, 8],
    [167, 178, 117],
  ],
  [
    [92, 236, 206, 116],
    [106, 28, 42],
  ],
  [
    [247, 12, 92, 124],
    [0, 90, 102],
  ],
  [
    [8, 54, 220, 28],
    [221, 171, 46],
  ],
  [
    [185, 39, 118, 94],
    [37, 108, 103],
  ],
  [
    [116, 12, 194, 21],
    [126, 168, 83],
  ],
  [
    [71, 254, 36, 26],
    [163, 12, 109],
  ],
];

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

  it("random colours by matrix and curve, also those that sRGB cannot show", async () => {
    const pixels = 400;
    for (const [space, { red, green, blue, white, curve }] of Object.entries(spaces)) {
      if (space === "srgb") continue;
      const matrix = product(inverse(rgbToXyz(srgbPrimaries, d65)), [
        ...product(
          adaptation("bradford", whiteOf(white[0], white[1]), whiteOf(...d65)),
          rgbToXyz([red, green, blue], white),
        ),
      ]);
      const linear = (x: number) =>
        typeof curve === "number"
          ? x ** curve
          : x < curve[4]
            ? curve[3] * x
            : (curve[1] * x + curve[2]) ** curve[0];
      for (const bits of [8, 16] as const) {
        const full = 2 ** bits - 1;
        const codes = Array.from(noise(3 * pixels, bits), (v) => Math.round(((v + 1) / 2) * full));
        const profile = iccProfile({ red, green, blue, white, curve });
        const file = (bits === 8 ? pngFile : tiffFile)({
          width: pixels,
          height: 1,
          bits,
          channels: 3,
          codes,
          profile,
        });
        const found = (await decodeImage(file)).codes;
        for (let i = 0; i < pixels; i++) {
          const wanted = transform(
            matrix,
            codes.slice(3 * i, 3 * i + 3).map((code) => linear(code / full)),
          ).map((v) => 255 * Math.min(1, Math.max(0, encodeSrgb(v))));
          // Profiles hold their numbers to 1/65536, which dark colours beside bright ones show most.
          wanted.forEach((v, c) =>
            expect(Math.abs(found[3 * i + c] / 257 - v), `${space}, ${bits} bits`).toBeLessThan(0.25),
          );
        }
      }
    }
  });

  it("transparent parts lie on black, by what their colours have become", async () => {
    for (const bits of [8, 16] as const) {
      const full = 2 ** bits - 1;
      const codes = Array.from(noise(4 * 200, 9), (v) => Math.round(((v + 1) / 2) * full));
      const profile = iccProfile(spaces.p3);
      for (const p of [undefined, profile]) {
        const picture = { width: 200, height: 1, bits, profile: p } as const;
        const opaque = await decodeImage(
          pngFile({ ...picture, channels: 3, codes: codes.filter((_, i) => i % 4 < 3) }),
        );
        const found = await decodeImage(pngFile({ ...picture, channels: 4, codes }));
        expect(found.notes).toContain("transparent parts on black");
        expect(opaque.notes).not.toContain("transparent parts on black");
        for (let i = 0; i < 600; i++) {
          const alpha = codes[4 * Math.floor(i / 3) + 3] / full;
          expect(Math.abs(found.codes[i] - opaque.codes[i] * alpha)).toBeLessThanOrEqual(1.5);
        }
      }
      const grey = await decodeImage(
        pngFile({ width: 2, height: 1, bits, channels: 2, codes: [full, full, full, 0] }),
      );
      expect([...grey.codes]).toEqual([65535, 65535, 65535, 0, 0, 0]);
    }
    // Codecs with a transparency of their own.
    const half = sharp({
      create: { width: 8, height: 8, channels: 4, background: { r: 255, g: 255, b: 255, alpha: 0 } },
    });
    for (const file of [
      half.clone().webp({ lossless: true, exact: true }),
      half.clone().avif({ lossless: true }),
    ])
      expect([...(await decodeImage(await file.toBuffer())).codes]).toEqual(Array(192).fill(0));
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

  /*
   * Little CMS 2.14's own program: transicc -i CMYK -o sRGB -t0 -b -c0 -e, with the profiles that sharp 0.35 ships; it
   * prints whole codes.
   */
  it("random CMYK as Little CMS converts it without tables", async () => {
    const profile = await shippedProfile("cmyk");
    for (const bits of [8, 16] as const)
      for (const [inks, wanted] of cmyk) {
        const codes = inks.map((code) => (bits === 8 ? code : code * 257));
        const found = await middle({ width: 2, height: 2, bits, codes, profile }, tiffFile);
        wanted.forEach((v, c) => expect(Math.abs(found[c] / 257 - v)).toBeLessThan(0.75));
      }
  });

  it("without a profile codes stay as they are", async () => {
    for (const file of [pngFile, tiffFile])
      expect(await middle({ width: 2, height: 2, bits: 16, codes: [12_345, 54_321, 1] }, file)).toEqual([
        12_345, 54_321, 1,
      ]);
  });
});
