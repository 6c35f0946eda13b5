import sharp, { type Sharp } from "sharp";
import { isSrgbProfile } from "@/core/formats/icc/is-srgb";
import type { CodedPicture } from "@/core/picture/coded";
import { UnreadableMedia } from "./process";

/** A picture of 16-bit codes. */
export interface DeepPicture extends CodedPicture {
  readonly codes: Uint16Array;
  readonly channels: 3;
}

const mostPixels = 120_000_000;

/** The codes of a pipeline as three channels of 16 bits; `depth` is that of the pipeline's own codes, `space` what it makes them before an output profile is applied. */
async function codesOf(
  picture: Sharp,
  depth: "uchar" | "ushort",
  space: "srgb" | "rgb16" | "grey16" = depth === "uchar" ? "srgb" : "rgb16",
): Promise<DeepPicture> {
  const { data, info } = await picture
    .removeAlpha()
    .toColourspace(space)
    .raw({ depth })
    .toBuffer({ resolveWithObject: true });
  const size = { width: info.width, height: info.height, channels: 3 as const };
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

/**
 * Decodes a picture: turned upright, its ICC profile honoured, brought to sRGB primaries at 16 bits. Transparent parts
 * keep the colours they have below. Throws `UnreadableMedia` for files that are no picture, and for those of more than
 * 120 million pixels.
 */
export async function decodeImage(file: Uint8Array): Promise<DeepPicture> {
  try {
    const { icc, space, depth } = await sharp(file, { limitInputPixels: mostPixels }).metadata();
    const isSrgb = icc !== undefined && isSrgbProfile(icc);
    const picture = sharp(file, {
      limitInputPixels: mostPixels,
      failOn: "warning",
      ignoreIcc: isSrgb,
    }).rotate();
    // Only sharp's own pipeline converts by profiles, and from CMYK, at the depth of the file. Where neither is asked
    // for, the one in scRGB widens codes without touching them.
    if ((!icc || isSrgb) && space !== "cmyk")
      return await codesOf(picture.pipelineColourspace("scrgb"), "ushort");
    if (depth === "uchar") return await codesOf(picture, "uchar");
    // Where codes have 16 bits that pipeline works in Display P3, and passes grey by, until it is told where to end;
    // grey must still be grey then, or its profile would not be one of its kind.
    return await codesOf(picture.withIccProfile("srgb"), "ushort", space === "grey16" ? "grey16" : "rgb16");
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
  return codesOf(
    whole
      .pipelineColourspace("scrgb")
      .resize(longest, longest, { fit: "inside", withoutEnlargement: true, kernel: "lanczos3" }),
    "ushort",
  );
}
