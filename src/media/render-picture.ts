import "@/core/type/load";
import sharp from "sharp";
import { readFile } from "node:fs/promises";
import type { Chain } from "@/core/chain/model";
import { filesOf, type Resources } from "@/core/chain/active";
import { planImage } from "@/core/chain/plan-image";
import { renderCodes, type CodedResult } from "@/core/chain/render-codes";
import { sharedRunner } from "@/core/chain/shared-lines";
import type { CodedPicture } from "@/core/picture/coded";
import { decodeImage } from "./decode-image";
import { embedSrgb } from "./embed-profile";
import { startHelper } from "./picture-helper";
import type { ResultFormat } from "@/core/library/renders";
import { MissingEffects, type RenderHooks } from "./results";
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

/** How often others get their turn, and progress is told: every so many turns of the rendering. */
const turnsABreath = 8;

/** The picture that a chain makes; its codes are used up. Lets others work in between. */
async function process(
  picture: CodedPicture,
  { chain, strength, files: find }: PictureRendering,
  { onProgress, signal }: RenderHooks,
): Promise<CodedResult> {
  const files = filesOf(chain).flatMap(({ hash }) => {
    const file = find?.(hash);
    return file ? [[hash, file] as const] : [];
  });
  const { width, height } = picture;
  const helper = startHelper(width * height);
  helper?.post({ kind: "plan", chain, strength, frame: { width, height }, files });
  let turns = 0;
  // The rows of this thread are about so many turns' worth; what takes longer is told as nearly done.
  const about = (width * height) / 65_536 / (helper ? 2 : 1);
  const breathe = async () => {
    if (++turns % turnsABreath > 0) return;
    onProgress?.(Math.min(0.95, turns / about));
    await new Promise((resolve) => setImmediate(resolve));
    signal?.throwIfAborted();
  };
  try {
    return await renderCodes({ chain, strength, resources: { files: find }, bits: 16 }, picture, breathe, {
      files,
      inPlace: true,
      helpers: helper?.rows,
      runner: helper ? sharedRunner(helper.post) : undefined,
    });
  } finally {
    helper?.stop();
  }
}

/**
 * Renders a chain over a picture file into another: PNG and TIFF with 16 bits a channel, JPEG with 8
 * and full chroma; all in sRGB, with its profile. The same input, chain and format give the same bytes.
 * Throws `UnreadableMedia`, `MissingEffects`, or the signal's reason; then there is no output file.
 */
export async function renderPictureFile(
  input: string,
  output: string,
  rendering: PictureRendering,
  hooks: RenderHooks = {},
): Promise<{ width: number; height: number }> {
  const decoded = await decodeImage(await readFile(input));
  const { missing } = planImage(rendering.chain, rendering.strength, decoded, { files: rendering.files });
  if (missing.length > 0) throw new MissingEffects(missing);
  const { width, height, codes } = (await process(decoded, rendering, hooks)).picture;
  const coded = sharp(codes, { raw: { width, height, channels: 3 }, limitInputPixels: false });
  await writeWholeFile(output, async (part) => {
    const { format } = rendering;
    // A pipeline of 16-bit codes, else sharp would narrow them to 8.
    const deep = coded.toColourspace("rgb16");
    if (format === "png") await deep.png({ compressionLevel: 6 }).toFile(part);
    else if (format === "tiff")
      await deep.tiff({ compression: "deflate", predictor: "horizontal" }).toFile(part);
    else
      await coded
        .toColourspace("srgb")
        .jpeg({ quality: jpegQuality, chromaSubsampling: "4:4:4" })
        .toFile(part);
    await embedSrgb(part, format);
  });
  hooks.onProgress?.(1);
  return { width, height };
}
