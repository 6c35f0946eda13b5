import sharp from "sharp";
import { UnreadableMedia } from "./process";
import { probeSound } from "./sound-stream";

const pictureFormats: readonly string[] = ["jpeg", "png", "tiff", "webp"];

/**
 * What a file holds, whatever its name says. Throws `UnreadableMedia` for all that is neither a sound nor a picture of a
 * kind that is taken in.
 */
export async function sniff(path: string): Promise<"audio" | "image"> {
  const picture = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (picture) {
    if (!pictureFormats.includes(picture.format ?? "")) throw new UnreadableMedia(`pictures of the kind ${picture.format} are not taken in`);
    if ((picture.pages ?? 1) > 1 && picture.format === "webp") throw new UnreadableMedia("moving pictures are not taken in");
    return "image";
  }
  await probeSound(path).catch((error) => {
    throw error instanceof UnreadableMedia && /channels|no sound/.test(error.message) ? error : new UnreadableMedia("it is neither a sound nor a picture that can be read");
  });
  return "audio";
}
