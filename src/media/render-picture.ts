import sharp from "sharp";
import { readFile } from "node:fs/promises";
import type { Chain } from "@/core/chain/model";
import { forEachStrip, prepareImageChain } from "@/core/chain/run-image";
import { code16OfLinear, linearOfCode16 } from "@/core/colour/srgb";
import { decodeImage, type CodedPicture } from "./decode-image";
import { MissingEffects, type RenderHooks, type ResultFormat } from "./results";
import { writeWholeFile } from "./whole-file";

export interface PictureRendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: Extract<ResultFormat, "png" | "tiff" | "jpeg">;
}

const jpegQuality = 95;

/** Replaces the codes of a picture by those of the chain's result, strip by strip, letting others work in between. */
async function process(picture: CodedPicture, { chain, strength }: PictureRendering, { onProgress, signal }: RenderHooks): Promise<void> {
  const { width, height, codes } = picture;
  const linear = linearOfCode16();
  const { process: run, missing } = prepareImageChain(chain, strength);
  if (missing.length > 0) throw new MissingEffects(missing);
  let planes: Float32Array[] = [];
  const strips: { top: number; rows: number }[] = [];
  forEachStrip(width, height, ({ top, rows }) => strips.push({ top, rows }));
  for (const [n, { top, rows }] of strips.entries()) {
    const from = top * width * 3;
    const count = rows * width;
    if (planes.length === 0) planes = [0, 1, 2].map(() => new Float32Array(count));
    planes.forEach((plane, c) => {
      for (let i = 0, at = from + c; i < count; i++, at += 3) plane[i] = linear[codes[at]];
    });
    run(planes, { width, height, top, rows });
    planes.forEach((plane, c) => {
      for (let i = 0, at = from + c; i < count; i++, at += 3) codes[at] = code16OfLinear(plane[i]);
    });
    if (n % 16 === 15) {
      onProgress?.((n + 1) / strips.length);
      await new Promise((resolve) => setImmediate(resolve));
      signal?.throwIfAborted();
    }
  }
}

/**
 * Renders a chain over a picture file into another of the same size: PNG and TIFF with 16 bits a channel, JPEG with 8
 * and full chroma; all in sRGB, with its profile. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderPictureFile(input: string, output: string, rendering: PictureRendering, hooks: RenderHooks = {}): Promise<{ width: number; height: number }> {
  const picture = await decodeImage(await readFile(input));
  await process(picture, rendering, hooks);
  const { width, height, codes } = picture;
  const coded = sharp(codes, { raw: { width, height, channels: 3 }, limitInputPixels: false });
  await writeWholeFile(output, async (part) => {
    const { format } = rendering;
    // A pipeline of 16-bit codes, else sharp would narrow them to 8.
    const deep = coded.toColourspace("rgb16");
    if (format === "png") await deep.png({ compressionLevel: 6 }).toFile(part);
    else if (format === "tiff") await deep.tiff({ compression: "deflate", predictor: "horizontal" }).toFile(part);
    else await coded.toColourspace("srgb").jpeg({ quality: jpegQuality, chromaSubsampling: "4:4:4" }).toFile(part);
  });
  hooks.onProgress?.(1);
  return { width, height };
}
