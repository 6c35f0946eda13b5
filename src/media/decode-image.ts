import sharp, { type Sharp } from "sharp";
import { isSrgb, readShaper } from "@/core/formats/icc/shaper";
import { codesToSrgb } from "@/core/formats/icc/to-srgb";
import { shippedProfile, throughProfile } from "./profiles";
import type { CodedPicture } from "@/core/picture/coded";
import { UnreadableMedia } from "./process";

/** A picture of 16-bit codes. */
export interface DeepPicture extends CodedPicture {
  readonly codes: Uint16Array;
  readonly channels: 3;
}

const mostPixels = 120_000_000;

interface Codes {
  readonly width: number;
  readonly height: number;
  readonly codes: Uint16Array;
  readonly channels: number;
}

/** The codes of a pipeline at 16 bits; `depth` is that of the pipeline's own codes. */
async function codesOf(picture: Sharp, depth: "uchar" | "ushort"): Promise<Codes> {
  const { data, info } = await picture.raw({ depth }).toBuffer({ resolveWithObject: true });
  const size = { width: info.width, height: info.height, channels: info.channels };
  // 257 = 65535 / 255.
  if (depth === "uchar") return { ...size, codes: Uint16Array.from(data, (code: number) => code * 257) };
  // A copy only where the bytes do not begin at an even address: large pictures should be in memory once.
  return {
    ...size,
    codes:
      data.byteOffset % 2 === 0
        ? new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2)
        : new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength)),
  };
}
/** Codes as they are in the file, R G B and perhaps transparency: the pipeline in scRGB widens codes without touching them. */
const rgbOf = (picture: Sharp) =>
  codesOf(picture.pipelineColourspace("scrgb").toColourspace("rgb16"), "ushort");

/** Where a picture has transparent parts, these on black, by its codes, as clips have it. */
function onBlack({ codes, channels, ...size }: Codes): DeepPicture {
  if (channels === 3) return { ...size, channels: 3, codes };
  const opaque = new Uint16Array(size.width * size.height * 3);
  for (let i = 0, at = 0; i < opaque.length; i += 3, at += 4) {
    const alpha = codes[at + 3];
    for (let c = 0; c < 3; c++) opaque[i + c] = (codes[at + c] * alpha) / 65535 + 0.5;
  }
  return { ...size, channels: 3, codes: opaque };
}

/** Codes of a picture of grey or RGB through its profile; null where they are sRGB's already, or the profile says nothing of them. */
async function toSrgb(picture: Codes, isGrey: boolean, icc: Uint8Array): Promise<Codes | null> {
  const shaper = readShaper(icc);
  if (shaper) {
    if (isSrgb(shaper) || (shaper.kind === "grey" && !isGrey)) return null;
    codesToSrgb(picture.codes, picture.channels, shaper);
    return picture;
  }
  const { codes, channels } = picture;
  const pixels = picture.width * picture.height;
  const own = (count: 1 | 3) => {
    if (count === channels) return codes;
    const taken = new Uint16Array(pixels * count);
    for (let i = 0; i < pixels; i++)
      for (let c = 0; c < count; c++) taken[i * count + c] = codes[i * channels + c];
    return taken;
  };
  const made =
    (await throughProfile(own(3), 3, icc)) ?? (isGrey ? await throughProfile(own(1), 1, icc) : null);
  if (!made) return null;
  for (let i = 0; i < pixels; i++) for (let c = 0; c < 3; c++) codes[i * channels + c] = made[i * 3 + c];
  return picture;
}

/** What was done with a picture's colours, in words. */
export interface PictureNotes {
  readonly notes: readonly string[];
}

/**
 * Decodes a picture: turned upright, its ICC profile honoured, brought to sRGB primaries at 16 bits, transparent parts on
 * black. Throws `UnreadableMedia` for files that are no picture, and for those of more than 120 million pixels.
 */
export async function decodeImage(file: Uint8Array): Promise<DeepPicture & PictureNotes> {
  try {
    const { icc, space, depth, hasAlpha } = await sharp(file, { limitInputPixels: mostPixels }).metadata();
    const whole = sharp(file, {
      limitInputPixels: mostPixels,
      failOn: "warning",
      ignoreIcc: true,
    }).rotate();
    const notes = hasAlpha ? ["transparent parts on black"] : [];
    if (space === "cmyk") {
      const inks = await codesOf(
        whole.removeAlpha().pipelineColourspace("cmyk").toColourspace("cmyk"),
        depth === "uchar" ? "uchar" : "ushort",
      );
      const codes =
        (icc && (await throughProfile(inks.codes, 4, icc))) ??
        (await throughProfile(inks.codes, 4, await shippedProfile("cmyk")));
      return { ...inks, channels: 3, codes: codes!, notes: ["CMYK, brought to sRGB"] };
    }
    const picture = await rgbOf(hasAlpha ? whole : whole.removeAlpha());
    const converted = icc ? await toSrgb(picture, ["b-w", "grey16"].includes(space ?? ""), icc) : null;
    return {
      ...onBlack(converted ?? picture),
      notes: [...(converted ? ["colours brought to sRGB"] : []), ...notes],
    };
  } catch (error) {
    throw new UnreadableMedia(error instanceof Error ? error.message : String(error), { cause: error });
  }
}

/** A picture made no larger than `longest` pixels on its longer side: Lanczos 3, in linear light. */
export async function scaleImage(
  { width, height, codes }: DeepPicture,
  longest: number,
): Promise<DeepPicture> {
  const whole = sharp(codes, { raw: { width, height, channels: 3 }, limitInputPixels: mostPixels });
  // scRGB is linear light: scaling there keeps fine bright detail as bright as it is.
  return onBlack(
    await codesOf(
      whole
        .pipelineColourspace("scrgb")
        .resize(longest, longest, { fit: "inside", withoutEnlargement: true, kernel: "lanczos3" })
        .toColourspace("rgb16"),
      "ushort",
    ),
  );
}
