import { createHash } from "node:crypto";
import { mkdir, readFile, rename, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { waveformPeaks } from "@/core/measure/peaks";
import type { Executor } from "@/db/connection";
import type { MediaFacts } from "@/core/library/media";
import { media } from "@/db/schema";
import { decodeAudio } from "@/media/decode-audio";
import { decodeImage, scaleImage } from "@/media/decode-image";

/*
 * Working copies: what a browser fetches instead of the original. Sound: one plane after another, 32-bit floats.
 * Pictures: 16-bit sRGB codes, interleaved, in a size for the viewer and a small one for lists. Little-endian.
 * Blobs are named by the SHA-256 of the original, so that the same file is kept once, whoever brings it.
 */
export const copies = ["planes", "preview", "mini"] as const;
export type Copy = (typeof copies)[number];

const previewSide = 1280;
const miniSide = 120;
const overviewColumns = 240;

const root = () => {
  const folder = process.env.FICHIER_MEDIA;
  if (!folder) throw new Error("FICHIER_MEDIA is not set; start the application with bin/start");
  return folder;
};

const place = (id: string, part: string) => join(root(), id.slice(0, 2), id, part);

/** Writes a whole file or none: what is half written never has the final name. */
async function writeWhole(path: string, bytes: Uint8Array): Promise<void> {
  await mkdir(join(path, ".."), { recursive: true });
  const part = `${path}.${process.pid}.part`;
  await writeFile(part, bytes);
  await rename(part, path);
}

const bytesOf = (view: Float32Array | Uint16Array) => new Uint8Array(view.buffer, view.byteOffset, view.byteLength);

async function makeCopies(id: string, kind: "audio" | "image", file: Uint8Array): Promise<MediaFacts> {
  if (kind === "audio") {
    const { planes, sampleRate } = await decodeAudio(file);
    const frames = planes[0].length;
    const all = new Float32Array(frames * planes.length);
    planes.forEach((plane, c) => all.set(plane, c * frames));
    await writeWhole(place(id, "planes"), bytesOf(all));
    const peaks = Array.from(waveformPeaks(planes, overviewColumns), (v) => Math.round(v * 1000) / 1000);
    return { kind, sampleRate, channels: planes.length, frames, peaks };
  }
  const whole = await decodeImage(file);
  const [preview, mini] = [await scaleImage(whole, previewSide), await scaleImage(whole, miniSide)];
  await writeWhole(place(id, "preview"), bytesOf(preview.codes));
  await writeWhole(place(id, "mini"), bytesOf(mini.codes));
  const size = ({ width, height }: { width: number; height: number }) => ({ width, height });
  return { kind, ...size(whole), preview: size(preview), mini: size(mini) };
}

/** Takes a file into a library: decodes it, keeps original and working copies, and notes it. Returns its id. */
export async function takeIn(db: Executor, libraryId: string, name: string, kind: "audio" | "image", file: Uint8Array): Promise<string> {
  const id = createHash("sha256").update(file).digest("hex");
  const facts = await makeCopies(id, kind, file);
  await writeWhole(place(id, "original"), file);
  await db.insert(media).values({ libraryId, id, name, bytes: file.byteLength, facts }).onConflictDoNothing();
  return id;
}

/** A working copy's bytes, or null where there is none. Pre: the asker may see the medium. */
export async function readCopy(id: string, copy: Copy): Promise<Buffer | null> {
  const path = place(id, copy);
  return (await stat(path).catch(() => null)) ? readFile(path) : null;
}
