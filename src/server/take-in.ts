import { randomUUID } from "node:crypto";
import { createWriteStream } from "node:fs";
import { mkdir, rm, utimes } from "node:fs/promises";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream as NodeStream } from "node:stream/web";
import { cleanName, longestName, shortened } from "@/core/text/names";
import { database } from "@/db/connection";
import { retryImprints } from "@/db/imprints";
import { UnreadableMedia } from "@/media/process";
import { largestFile } from "./http/limits";
import { decoding } from "./decoding/decoding";
import { TookTooLong } from "./decoding/lane";
import { isStored, mediaRoot, NoRoom } from "./media-store";
import { type Member } from "./member";
import { Refusal } from "./refusal";
import { noteInRoom, roomBeside, tooMuch } from "./room";

/** Where uploads lie until they are whole. */
export const uploadsFolder = (): string => join(mediaRoot(), "uploads");

const tooLarge = () =>
  new Refusal(413, "too-large", "This file is larger than 2 GB.", {
    hint: "Cut it into parts, or save it in a format that takes less room, such as FLAC.",
  });
const isDiskFull = (error: unknown): boolean =>
  error instanceof Error && ((error as { code?: string }).code === "ENOSPC" || isDiskFull(error.cause));

/**
 * Takes an uploaded file into a library. Refuses what is no material, with the reason. An upload that breaks off leaves
 * nothing behind. The same file brought again is answered at once.
 */
export async function takeIn(member: Member, name: string, request: Request) {
  const clean = shortened(cleanName(name), longestName);
  if (clean === "") throw new Refusal(400, "no-name", "Say how the file is called.", { field: "name" });
  if (!request.body) throw new Refusal(400, "no-file", "There is no file in this request.");
  const announced = Number(request.headers.get("content-length") ?? 0);
  if (announced > largestFile) throw tooLarge();
  const { left, end } = await roomBeside(member, announced);
  if (announced > left || left === 0) {
    end();
    throw tooMuch(Math.max(1, announced), left);
  }
  const folder = uploadsFolder();
  const path = join(folder, randomUUID());
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      done(bytes > largestFile ? tooLarge() : bytes > left ? tooMuch(bytes, left) : null, chunk);
    },
  });
  try {
    await mkdir(folder, { recursive: true });
    await pipeline(Readable.fromWeb(request.body as NodeStream), counted, createWriteStream(path));
    if (bytes === 0) throw new Refusal(400, "empty-file", `“${clean}” is empty.`);
    // However long it waits and is decoded, the sweep sees that somebody has it.
    const inUse = setInterval(() => void utimes(path, new Date(), new Date()).catch(() => undefined), 60_000);
    const stored = await decoding
      .store(path, left - bytes, { owner: member.userId, signal: request.signal })
      .finally(() => clearInterval(inUse));
    // Not while what nobody seems to have is thrown away.
    const { sound, ...own } = stored;
    const all = [own, ...(sound ? [sound] : [])].map((one) => ({ name: clean, ...one }));
    await noteInRoom(member, all, async () => {
      if (!(await isStored(stored.id)))
        throw new Refusal(503, "gone", `“${clean}” was just removed.`, { hint: "Bring it in again." });
    });
    // A card may have waited for just this file.
    await retryImprints(database(), member.libraryId);
    return {
      media: { id: stored.id, name: clean, facts: stored.facts },
      ...(stored.sound && { sound: { id: stored.sound.id, name: clean, facts: stored.sound.facts } }),
    };
  } catch (error) {
    if (error instanceof UnreadableMedia)
      throw new Refusal(415, "unreadable", `“${clean}” cannot be used: ${error.message}.`, {
        hint:
          error instanceof TookTooLong
            ? "Save it anew in a simpler format or a smaller size, and bring that in."
            : "WAV, AIFF, FLAC, MP3, M4A, AAC, Ogg and Opus sounds, PNG, JPEG, TIFF and WebP pictures, MP4, MOV, WebM and MKV video and .cube tables can be brought in.",
      });
    if (error instanceof NoRoom) throw tooMuch(error.bytes + bytes, left);
    if (isDiskFull(error))
      throw new Refusal(507, "disk-full", "There is no room left on the server's disk.", {
        hint: "Nothing was changed. Ask whoever looks after the server to make room.",
      });
    throw error;
  } finally {
    end();
    await rm(path, { force: true });
  }
}
