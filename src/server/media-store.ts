import { createHash, randomUUID } from "node:crypto";
import { createReadStream, existsSync, readFileSync } from "node:fs";
import { copyFile, mkdir, open, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { sayBytes } from "@/core/library/bytes";
import type { MediaFacts } from "@/core/library/media";
import { columnsOf, Overview } from "@/core/measure/overview";
import { longestCube, readCube } from "@/core/formats/cube/read";
import type { Copy } from "@/core/library/media";
import { FormatFault } from "@/core/chain/fault";
import { decodeImage, scaleImage } from "@/media/decode-image";
import { UnreadableMedia } from "@/media/process";
import { sniff } from "@/media/sniff";
import { frameOf, lightSize, writeLight, writeSound, writeStrip, type Limits } from "@/media/video/copies";
import { probeVideo } from "@/media/video/probe";
import { probeSound, soundBlocks } from "@/media/sound-stream";
import { writeWholeFile } from "@/media/whole-file";

const previewSide = 1280;
const miniSide = 120;
const overviewColumns = 240;
/** Bytes of decoded sound: about six hours of stereo at 48 kHz. */
const mostDecoded = 8 * 2 ** 30;
/** A small file may become this many bytes, a larger one so many times its own; ordinary speech at 8 kbit/s becomes 192 times its own. */
const [decodedAtLeast, decodedTimes] = [256 * 2 ** 20, 256];

/** The folder in which everything of the store lies. */
export function mediaRoot(): string {
  const folder = process.env.FICHIER_MEDIA;
  if (!folder) throw new Error("FICHIER_MEDIA is not set; start the application with bin/start");
  return folder;
}

const place = (id: string, part: string) => join(mediaRoot(), id.slice(0, 2), id, part);

/** The original file, for rendering. */
export const originalPath = (id: string): string => place(id, "original");

/** The decoded sound: its planes one after another, 32-bit floats. */
export const planesPath = (id: string): string => place(id, "planes");

const bytesOf = (view: Float32Array | Uint16Array | Int16Array) =>
  new Uint8Array(view.buffer, view.byteOffset, view.byteLength);
const put = (id: string, part: string, bytes: Uint8Array) =>
  writeWholeFile(place(id, part), (path) => writeFile(path, bytes));

/** Decodes a sound into planes one after another, of at most `room` bytes. The length is only known at the end, so each channel is written apart first. */
async function copySound(id: string, path: string, room: number): Promise<Copied> {
  const facts = await probeSound(path);
  const { sampleRate, channels, mask, framesGuess } = facts;
  const { size } = await stat(path);
  const ordinary = Math.max(decodedAtLeast, decodedTimes * size);
  const check = (bytes: number) => {
    if (bytes > mostDecoded)
      throw new UnreadableMedia("it is too long; at most six hours of stereo at 48 kHz can be worked with");
    if (bytes > ordinary)
      throw new UnreadableMedia(
        `it would take more than ${sayBytes(ordinary)} once it is decoded, far more than a file of its size should; save it anew, without what is only silence`,
      );
    if (bytes > room) throw new NoRoom(bytes);
  };
  check(framesGuess * channels * 4);
  let repaired = 0;
  const overview = new Overview();
  let frames = 0;
  await writeWholeFile(place(id, "planes"), async (part) => {
    const names = Array.from({ length: channels }, (_, c) => `${part}.${c}`);
    const parts = await Promise.all(names.map((name) => open(name, "w")));
    try {
      for await (const block of soundBlocks(path, facts, { onRepaired: (samples) => (repaired = samples) })) {
        overview.add(block);
        frames += block[0].length;
        check(frames * channels * 4);
        await Promise.all(block.map((plane, c) => parts[c].write(bytesOf(plane))));
      }
      if (frames === 0) throw new UnreadableMedia("there is no sound in this file");
      const whole = await open(part, "w");
      try {
        for (const name of names)
          for await (const chunk of createReadStream(name)) await whole.write(chunk as Buffer);
      } finally {
        await whole.close();
      }
    } finally {
      await Promise.all(parts.map((file) => file.close()));
      await Promise.all(names.map((name) => rm(name, { force: true })));
    }
  });
  const pairs = overview.finish();
  await put(id, "overview", bytesOf(pairs));
  const peaks = Array.from(columnsOf(pairs, 0, frames, overviewColumns), (v) => Math.round(v * 1000) / 1000);
  return {
    facts: {
      kind: "audio",
      sampleRate,
      channels,
      ...(mask > 0 && { mask }),
      frames,
      ...(repaired > 0 && { repaired }),
      peaks,
    },
  };
}

const sizeOf = ({ width, height }: { width: number; height: number }) => ({ width, height });

/** What was learnt of a file, and the sound that was taken out of it. */
interface Copied {
  readonly facts: MediaFacts;
  readonly sound?: StoredMedia;
}

async function copyPicture(id: string, path: string): Promise<Copied> {
  const whole = await decodeImage(await readFile(path));
  const [preview, mini] = [await scaleImage(whole, previewSide), await scaleImage(whole, miniSide)];
  await put(id, "preview", bytesOf(preview.codes));
  await put(id, "mini", bytesOf(mini.codes));
  const { notes } = whole;
  return {
    facts: {
      kind: "image",
      ...sizeOf(whole),
      preview: sizeOf(preview),
      mini: sizeOf(mini),
      ...(notes.length > 0 && { notes }),
    },
  };
}

/** The same of an encoded copy: what a file may take here, in seconds and bytes. */
const encodingOf = async (path: string, room: number) => {
  const { size } = await stat(path);
  return {
    seconds: 120 + (size / 2 ** 20) * 6,
    bytes: Math.min(room, Math.max(decodedAtLeast, 8 * size)) + 1,
  };
};

/** Frames that any file may become, and one more for so many of its bytes: each frame that was coded takes more than these. */
const [framesAtLeast, bytesAFrame] = [4500, 24];

/** Makes what is played, looked at in lists and stands for a clip, and takes its sound into the store as material of its own. */
async function copyVideo(id: string, path: string, room: number): Promise<Copied> {
  const facts = await probeVideo(path);
  const limits = await encodingOf(path, room);
  const mostFrames = framesAtLeast + Math.floor((await stat(path)).size / bytesAFrame);
  // Where times jump ahead, what stands still in between would be made frame by frame.
  const requireFrames = (count: number) => {
    if (count > mostFrames)
      throw new UnreadableMedia(
        `its times jump: it would become ${count.toLocaleString("en")} frames or more, far more than a file of its size holds; save it anew without the gap`,
      );
  };
  requireFrames(facts.framesGuess);
  let copied = 0;
  const check = async (part: string) => {
    copied += (await stat(part)).size;
    // An encoder that broke off at its limit may have stopped a little before it.
    if (copied >= 0.98 * limits.bytes)
      throw copied >= room
        ? new NoRoom(copied)
        : new UnreadableMedia("it would become far larger than a file of its size should");
  };
  const frames = await writeWholeFile(place(id, "light"), async (part) => {
    const count = await writeLight(path, part, facts, { ...limits, frames: mostFrames + 1 });
    requireFrames(count);
    await check(part);
    return count;
  });
  const strip = await writeWholeFile(place(id, "strip"), (part) =>
    writeStrip(place(id, "light"), part, frames),
  );
  const poster = Math.floor(frames / 10);
  const { width, height, rate } = facts;
  const whole = { width, height, channels: 3 as const, codes: await frameOf(path, facts, poster) };
  const [preview, mini] = [await scaleImage(whole, previewSide), await scaleImage(whole, miniSide)];
  await put(id, "preview", bytesOf(preview.codes));
  await put(id, "mini", bytesOf(mini.codes));
  const sound = facts.hasSound
    ? await soundOf(id, path, { ...limits, bytes: limits.bytes - copied }, room - copied)
    : null;
  return {
    facts: {
      kind: "video",
      width,
      height,
      rate,
      frames,
      light: lightSize(facts),
      preview: sizeOf(preview),
      mini: sizeOf(mini),
      poster,
      strip,
      copied,
      ...(sound && { sound: sound.id }),
      notes: [...facts.notes, ...(facts.hasSound && !sound ? ["its sound cannot be read"] : [])],
    },
    ...(sound && { sound }),
  };
}

/** Takes the sound of a video into the store; null where it cannot be decoded. */
async function soundOf(id: string, path: string, limits: Limits, room: number): Promise<StoredMedia | null> {
  const part = place(id, `sound.${randomUUID()}.part`);
  try {
    await writeSound(path, part, limits);
    return await store(part, false, room);
  } catch (error) {
    if (error instanceof UnreadableMedia) return null;
    throw error;
  } finally {
    await rm(part, { force: true });
  }
}

async function copyTable(id: string, path: string): Promise<Copied> {
  if ((await stat(path)).size > longestCube)
    throw new UnreadableMedia("a table of colours has at most 64 MB");
  const text = await readFile(path, "utf8");
  try {
    const { kind, size } = readCube(text);
    await put(id, "table", new TextEncoder().encode(text));
    return { facts: { kind: "lut", dimensions: kind === "1d" ? 1 : 3, size } };
  } catch (error) {
    if (error instanceof FormatFault)
      throw new UnreadableMedia(`${error.message.replace(/\.$/, "")} (${error.where})`, { cause: error });
    throw error;
  }
}

const copiers: Record<MediaFacts["kind"], (id: string, path: string, room: number) => Promise<Copied>> = {
  audio: copySound,
  image: copyPicture,
  video: copyVideo,
  lut: copyTable,
};

/** There is less room than working copies would take. */
export class NoRoom extends Error {
  constructor(readonly bytes: number) {
    super(`${bytes} bytes are more than there is room for`);
  }
}

/** Takes a medium out of the store with all its copies. Pre: nobody has it any more. */
export const discard = (id: string): Promise<void> =>
  rm(join(mediaRoot(), id.slice(0, 2), id), { recursive: true, force: true });

export interface StoredMedia {
  readonly id: string;
  readonly bytes: number;
  readonly facts: MediaFacts;
  /** The sound of a video, which is in the store by itself. */
  readonly sound?: StoredMedia;
}

/** What the store knows of a medium; null where it has none such. */
async function knownOf(id: string): Promise<MediaFacts | null> {
  const text = await readFile(place(id, "facts.json"), "utf8").catch(() => null);
  return text === null ? null : (JSON.parse(text) as MediaFacts);
}

/** A medium that is in the store already, with its sound. */
async function storedAlready(id: string): Promise<StoredMedia | null> {
  const facts = await knownOf(id);
  if (!facts) return null;
  const { size } = await stat(place(id, "original"));
  if (facts.kind !== "video" || facts.sound === undefined) return { id, bytes: size, facts };
  const sound = await storedAlready(facts.sound);
  // Thrown away by itself meanwhile: all of it is made anew.
  return sound && { id, bytes: size, facts, sound };
}

/**
 * Takes a file into the store: finds out what it holds, decodes it into working copies and keeps the original. The file
 * itself is moved or copied away from `path`. Working copies take at most `room` bytes. Throws `UnreadableMedia` or
 * `NoRoom`; nothing half done has its final name then.
 */
export async function store(path: string, keepSource = false, room = Infinity): Promise<StoredMedia> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(path), hash);
  const id = hash.digest("hex");
  const { size } = await stat(path);
  await mkdir(join(place(id, "original"), ".."), { recursive: true });
  const known = await storedAlready(id);
  if (known) {
    if (!keepSource) await rm(path, { force: true });
    return known;
  }
  const kind = await sniff(path);
  const { facts, sound } = await copiers[kind](id, path, room);
  if (keepSource) await copyFile(path, place(id, "original"));
  else await rename(path, place(id, "original"));
  // Last of all: where the facts are, everything is.
  await put(id, "facts.json", new TextEncoder().encode(JSON.stringify(facts)));
  return { id, bytes: size, facts, ...(sound && { sound }) };
}

/** Reads overviews of sounds, each at most once. Pre: whoever asks may see the sound. */
export function overviewReader(): (id: string) => Int16Array | undefined {
  const read = new Map<string, Int16Array | undefined>();
  return (id) => {
    if (!read.has(id)) read.set(id, readOverview(id));
    return read.get(id);
  };
}

function readOverview(id: string): Int16Array | undefined {
  const path = place(id, "overview");
  if (!existsSync(path)) return undefined;
  // A copy of its own: what a file is read into need not begin at an even address.
  return new Int16Array(Uint8Array.from(readFileSync(path)).buffer);
}

/** True where a medium is in the store with all its copies. */
export const isStored = (id: string): Promise<boolean> =>
  stat(place(id, "facts.json")).then(
    () => true,
    () => false,
  );

/** Where a working copy lies and how long it is, or null where there is none. Pre: the asker may see the medium. */
export async function findCopy(id: string, copy: Copy): Promise<{ path: string; bytes: number } | null> {
  const path = place(id, copy);
  const found = await stat(path).catch(() => null);
  return found && { path, bytes: found.size };
}
