import sharp from "sharp";

/** An interleaved picture of 16-bit sRGB codes, R G B, row by row. */
export interface CodedPicture {
  readonly width: number;
  readonly height: number;
  readonly codes: Uint16Array;
}

/**
 * Decodes a picture: turned upright, its ICC profile honoured, brought to sRGB primaries at 16 bits, and made no
 * larger than `longest` pixels on its longer side (Lanczos 3, in linear light). Throws for files that are no picture.
 */
export async function decodeImage(file: Uint8Array, longest?: number): Promise<CodedPicture> {
  // scRGB is linear light: scaling there keeps fine bright detail as bright as it is.
  let picture = sharp(file, { limitInputPixels: 120_000_000 }).rotate().pipelineColourspace("scrgb");
  if (longest) picture = picture.resize(longest, longest, { fit: "inside", withoutEnlargement: true, kernel: "lanczos3" });
  const { data, info } = await picture
    .removeAlpha()
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  const codes = new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
  return { width: info.width, height: info.height, codes: codes.slice(0, info.width * info.height * 3) };
}
