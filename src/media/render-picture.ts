import sharp from "sharp";
import { readFile } from "node:fs/promises";
import type { Chain } from "@/core/chain/model";
import { filesOf, type Resources } from "@/core/chain/active";
import { isPointwise, planImage, type ImagePlan } from "@/core/chain/plan-image";
import { forEachStrip, runImage, runner, runStrip, type ImageMaterial } from "@/core/chain/run-image";
import { sharedRunner } from "@/core/chain/shared-lines";
import type { StripFacts } from "@/core/effects/define";
import { code16OfLinear, linearOfCode16 } from "@/core/colour/srgb";
import { decodeImage, type CodedPicture } from "./decode-image";
import { startHelper } from "./picture-helper";
import { MissingEffects, type RenderHooks, type ResultFormat } from "./results";
import { writeWholeFile } from "./whole-file";

export interface PictureRendering {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly format: Extract<ResultFormat, "png" | "tiff" | "jpeg">;
  /** Files that effects depend on, by their hash. */
  readonly files?: Resources["files"];
}

const jpegQuality = 95;

const toLinear = ({ codes }: CodedPicture, planes: readonly Float32Array[], first: number, count: number) => {
  const linear = linearOfCode16();
  planes.forEach((plane, c) => {
    for (let i = 0, at = first * 3 + c; i < count; i++, at += 3) plane[i] = linear[codes[at]];
  });
};
const toCodes = (planes: readonly Float32Array[], codes: Uint16Array, first: number, count: number) =>
  planes.forEach((plane, c) => {
    for (let i = 0, at = first * 3 + c; i < count; i++, at += 3) codes[at] = code16OfLinear(plane[i]);
  });

/** The picture that a plan makes; its codes are used up. Lets others work in between. */
async function process(picture: CodedPicture, plan: ImagePlan, rendering: PictureRendering, { onProgress, signal }: RenderHooks): Promise<CodedPicture> {
  const { width, height, codes } = picture;
  if (!isPointwise(plan)) {
    const helper = startHelper(width * height);
    helper?.post({ kind: "plan", chain: rendering.chain, strength: rendering.strength, frame: { width, height }, files: filesOf(rendering.chain).flatMap(({ hash }) => { const file = rendering.files?.(hash); return file ? [[hash, file] as const] : []; }) });
    const by = helper ? sharedRunner(helper.post) : runner;
    const planes = [0, 1, 2].map(() => by.plane(width * height));
    toLinear(picture, planes, 0, width * height);
    let rendered: ImageMaterial;
    try {
      rendered = runImage(plan, { width, height, planes }, by);
    } finally {
      helper?.stop();
    }
    signal?.throwIfAborted();
    // The old codes' memory serves again where it fits.
    const made = rendered.planes[0].length === width * height ? codes : new Uint16Array(rendered.planes[0].length * 3);
    toCodes(rendered.planes, made, 0, rendered.planes[0].length);
    return { width: rendered.width, height: rendered.height, codes: made };
  }
  // Strip by strip, so that never more than one of them is there as floats.
  let planes: Float32Array[] = [];
  const strips: StripFacts[] = [];
  forEachStrip(width, height, (strip) => strips.push(strip));
  for (const [n, strip] of strips.entries()) {
    const [first, count] = [strip.top * width, strip.rows * width];
    if (planes.length === 0) planes = [0, 1, 2].map(() => new Float32Array(count));
    const own = planes.map((plane) => plane.subarray(0, count));
    toLinear(picture, own, first, count);
    runStrip(plan, own, strip);
    toCodes(own, codes, first, count);
    if (n % 16 === 15) {
      onProgress?.((n + 1) / strips.length);
      await new Promise((resolve) => setImmediate(resolve));
      signal?.throwIfAborted();
    }
  }
  return picture;
}

/**
 * Renders a chain over a picture file into another: PNG and TIFF with 16 bits a channel, JPEG with 8
 * and full chroma; all in sRGB, with its profile. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderPictureFile(input: string, output: string, rendering: PictureRendering, hooks: RenderHooks = {}): Promise<{ width: number; height: number }> {
  const decoded = await decodeImage(await readFile(input));
  const plan = planImage(rendering.chain, rendering.strength, decoded, { files: rendering.files });
  if (plan.missing.length > 0) throw new MissingEffects(plan.missing);
  const { width, height, codes } = await process(decoded, plan, rendering, hooks);
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
