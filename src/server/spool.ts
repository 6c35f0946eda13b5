import { randomUUID } from "node:crypto";
import { open, rm, type FileHandle } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sentFile } from "./sent-file";

/** Characters that are held in memory; what is longer is put by in a file. */
const held = 2 ** 22;

/** A file without a name: it is gone as soon as it is closed, whatever becomes of this process. */
async function nameless(): Promise<FileHandle> {
  const path = join(tmpdir(), `fichier-${randomUUID()}`);
  const file = await open(path, "wx+", 0o600);
  await rm(path);
  return file;
}

/**
 * A text that is made piece by piece, whole, as the body of an answer: whoever fetches it slowly keeps nothing waiting
 * that made it. Most are held in memory; long ones lie in a file, so that memory does not grow with them.
 */
export async function spooled(pieces: AsyncIterable<string>): Promise<string | ReadableStream<Uint8Array>> {
  let file: FileHandle | null = null;
  let waiting: string[] = [];
  let length = 0;
  try {
    for await (const piece of pieces) {
      waiting.push(piece);
      length += piece.length;
      if (length < held) continue;
      file ??= await nameless();
      await file.write(waiting.join(""));
      waiting = [];
      length = 0;
    }
    if (!file) return waiting.join("");
    await file.write(waiting.join(""));
    return sentFile(file);
  } catch (error) {
    await file?.close();
    throw error;
  }
}
