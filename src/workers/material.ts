import { filesOf, type Resources } from "@/core/chain/active";
import type { Chain } from "@/core/chain/model";
import { linearOfCode16 } from "@/core/colour/srgb";
import type { DecodedFile } from "@/core/effects/define";
import { placeInFile } from "@/core/media/part";
import { readCube } from "@/core/formats/cube/read";
import { decodeCodes, type CodedPicture } from "@/core/picture/coded";
import { RecentlyUsed } from "./recently-used";
import type { AudioSource, FileSource, ImageSource } from "./render-messages";

/* Material and files as a worker fetches, decodes and keeps them. */

/** Decoded sounds kept at hand: 11 MB a minute of mono. */
const sounds = new RecentlyUsed<Promise<Float32Array[]>>(12);

/** Milliseconds between one attempt and the next where the line breaks: a server that begins again is back within them. */
const attempts = [300, 1000, 3000];

async function bytes(url: string, range?: { first: number; last: number }): Promise<ArrayBuffer> {
  for (let attempt = 0; ; attempt++) {
    try {
      const response = await fetch(
        url,
        range && { headers: { range: `bytes=${range.first}-${range.last}` } },
      );
      if (response.ok) return await response.arrayBuffer();
      if (response.status < 502 || attempt === attempts.length)
        throw new Error("The material could not be fetched.");
    } catch (error) {
      // What fetch itself throws: the line broke, before the answer or within it.
      if (!(error instanceof TypeError)) throw error;
      if (attempt === attempts.length)
        throw new Error("The material could not be fetched: the server cannot be reached.", { cause: error });
    }
    await new Promise((resolve) => setTimeout(resolve, attempts[attempt]));
  }
}

/** Sounds up to this many bytes are fetched whole and kept; of longer ones only what is looped. */
const fetchedWhole = 48 * 2 ** 20;

/** The samples from `start` to `end` of what is used of a sound, of every channel; without the fades of a part. */
export async function loadSound(source: AudioSource, start: number, end: number): Promise<Float32Array[]> {
  const { url, channels } = source;
  const { first, stride } = placeInFile(source);
  const [from, to] = [first + start, first + end];
  if (stride * channels * 4 <= fetchedWhole) {
    const planes = await sounds.get(url, async () => {
      const all = new Float32Array(await bytes(url));
      return Array.from({ length: channels }, (_, c) => all.subarray(c * stride, (c + 1) * stride));
    });
    return planes.map((plane) => plane.subarray(from, to));
  }
  return sounds.get(`${url} ${from} ${to}`, () =>
    Promise.all(
      Array.from(
        { length: channels },
        async (_, c) =>
          new Float32Array(
            await bytes(url, { first: (c * stride + from) * 4, last: (c * stride + to) * 4 - 1 }),
          ),
      ),
    ),
  );
}

export async function loadPicture({ url, width, height }: ImageSource): Promise<CodedPicture> {
  return { width, height, channels: 3, codes: new Uint16Array(await bytes(url)) };
}

/** A picture as planes of linear light. */
export function linearPlanes(picture: CodedPicture): Float32Array[] {
  const count = picture.width * picture.height;
  const planes = [0, 1, 2].map(() => new Float32Array(count));
  const linear = linearOfCode16();
  decodeCodes(picture, 0, count, [linear, linear, linear], planes);
  return planes;
}

let known = new Map<string, FileSource>();
const decoded = new RecentlyUsed<Promise<DecodedFile>>(16);

async function decodeFile(source: FileSource): Promise<DecodedFile> {
  switch (source.kind) {
    case "audio":
      return {
        kind: "impulse",
        planes: await loadSound(source, 0, source.frames),
        sampleRate: source.sampleRate,
      };
    case "image":
      return {
        kind: "texture",
        width: source.width,
        height: source.height,
        planes: linearPlanes(await loadPicture(source)),
      };
    case "lut":
      return { kind: "lut", lut: readCube(new TextDecoder().decode(await bytes(source.url))) };
  }
}

/** Who waits for a file that is not known yet: one that was just brought in, or asked for before the list was there. */
const hopeful = new Set<() => void>();
const patience = 1500;

async function sourceOf(hash: string): Promise<FileSource | undefined> {
  if (!known.has(hash))
    await new Promise<void>((resolve) => {
      const timer = setTimeout(done, patience);
      function done() {
        clearTimeout(timer);
        hopeful.delete(look);
        resolve();
      }
      const look = () => known.has(hash) && done();
      hopeful.add(look);
    });
  return known.get(hash);
}

/** The files that chains depend on, fetched and decoded; those that the library does not have are missing. */
export async function resourcesFor(chains: readonly Chain[]): Promise<Resources> {
  const files = new Map<string, DecodedFile>();
  await Promise.all(
    chains
      .flatMap((chain) => filesOf(chain))
      .map(async ({ hash }) => {
        const source = await sourceOf(hash);
        if (source) files.set(hash, await decoded.get(hash, () => decodeFile(source)));
      }),
  );
  return { files: (hash) => files.get(hash) };
}

/** Says which files the library has. */
export function knowFiles(files: readonly FileSource[]): void {
  known = new Map(files.map((file) => [file.hash, file]));
  [...hopeful].forEach((look) => look());
}
