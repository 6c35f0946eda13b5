import { open } from "node:fs/promises";
import sharp from "sharp";
import type { MediaFacts } from "@/core/library/media";
import { OtherKind, outputOf, UnreadableMedia, videoFilesOnly } from "./process";
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

/** True of containers that hold moving pictures; a cover beside a sound is none. */
async function hasPictures(path: string): Promise<boolean> {
  const found = await outputOf("ffprobe", [
    "-v",
    "error",
    ...videoFilesOnly,
    "-show_entries",
    "stream=codec_type:stream_disposition=attached_pic",
    "-of",
    "json",
    path,
  ]).catch(() => null);
  const { streams = [] } = JSON.parse(found?.toString() ?? "{}") as {
    streams?: readonly { codec_type: string; disposition?: { attached_pic?: number } }[];
  };
  return streams.some(({ codec_type, disposition }) => codec_type === "video" && !disposition?.attached_pic);
}

const pictureFormats: readonly string[] = ["jpeg", "png", "tiff", "webp"];

/**
 * What a file holds, whatever its name says. Throws `UnreadableMedia` for all that is no sound, picture, video or
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
      throw new UnreadableMedia("moving pictures are taken in as MP4, MOV, WebM or MKV");
    return "image";
  }
  if (await isTable(path)) return "lut";
  if (await hasPictures(path)) return "video";
  await probeSound(path).catch((error) => {
    if (error instanceof OtherKind) throw new OtherKind(error.message.split(";")[0]);
    throw error instanceof UnreadableMedia && /channels|no sound/.test(error.message)
      ? error
      : new UnreadableMedia("it is no sound, picture, video or table that can be read");
  });
  return "audio";
}
