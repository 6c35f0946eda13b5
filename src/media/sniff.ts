import { open } from "node:fs/promises";
import sharp from "sharp";
import type { MediaFacts } from "@/core/library/media";
import { UnreadableMedia } from "./process";
import { probeSound } from "./sound-stream";

/** A .cube file names the size of its table near its beginning. */
async function isTable(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    return /^LUT_[13]D_SIZE\s/m.test(buffer.toString("latin1", 0, bytesRead));
  } finally {
    await file.close();
  }
}

const pictureFormats: readonly string[] = ["jpeg", "png", "tiff", "webp"];

/**
 * What a file holds, whatever its name says. Throws `UnreadableMedia` for all that is neither a sound nor a picture nor a
 * table of colours of a kind that is taken in.
 */
export async function sniff(path: string): Promise<MediaFacts["kind"]> {
  const picture = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (picture) {
    if (!pictureFormats.includes(picture.format ?? ""))
      throw new UnreadableMedia(`pictures of the kind ${picture.format} are not taken in`);
    if ((picture.pages ?? 1) > 1 && picture.format === "webp")
      throw new UnreadableMedia("moving pictures are not taken in");
    return "image";
  }
  if (await isTable(path)) return "lut";
  await probeSound(path).catch((error) => {
    throw error instanceof UnreadableMedia && /channels|no sound/.test(error.message)
      ? error
      : new UnreadableMedia("it is neither a sound nor a picture nor a table that can be read");
  });
  return "audio";
}
