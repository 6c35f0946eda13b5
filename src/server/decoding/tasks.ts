import { open, readFile, writeFile } from "node:fs/promises";
import { bakeChain, unbakeable } from "@/core/chain/bake";
import type { Chain } from "@/core/chain/model";
import { planImage } from "@/core/chain/plan-image";
import { writeCube } from "@/core/formats/cube/write";
import { decodeImage, type DeepPicture } from "@/media/decode-image";
import { decodeFiles } from "@/media/dependencies";
import { frameOf } from "@/media/video/copies";
import { probeVideo, type VideoFacts } from "@/media/video/probe";
import { originalPath, store, type StoredMedia } from "../media-store";

/*
 * What reads files that somebody brought, and may take long or much memory over it: done one after the other in a
 * process beside the application, see `Lane`.
 */

/** The picture that was decoded last: whoever looks at it at full size soon looks at another part of it. It goes when the process ends, after a while without work. */
let last: { readonly id: string; readonly picture: Promise<DeepPicture> } | null = null;

/** What is known of the clip that a frame was made of last, for the same reason. */
let lastClip: { readonly id: string; readonly facts: Promise<VideoFacts> } | null = null;

export interface FrameTask {
  readonly id: string;
  readonly index: number;
  /** Where the codes are written. */
  readonly out: string;
}

export interface WindowTask {
  readonly id: string;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** Where the codes are written. */
  readonly out: string;
}

/** Entries of a baked table along each axis; the usual size of a table that is handed on (common practice, no source). */
const tableSize = 33;

export interface BakeTask {
  readonly name: string;
  readonly chain: Chain;
  /** Hashes of the library's files that the chain depends on. */
  readonly here: readonly string[];
}

export const tasks = {
  /** Takes a file into the store; see `store`. */
  store: ({ path, room }: { readonly path: string; readonly room: number }): Promise<StoredMedia> =>
    store(path, false, room),

  /** Writes a window of a picture at full size: 16-bit codes, R G B, row by row. */
  async window({ id, left, top, width, height, out }: WindowTask): Promise<null> {
    if (last?.id !== id) {
      last = null;
      last = { id, picture: readFile(originalPath(id)).then(decodeImage) };
    }
    const picture = await last.picture.catch((error) => {
      last = null;
      throw error;
    });
    const file = await open(out, "w");
    try {
      for (let y = 0; y < height; y++) {
        const from = ((top + y) * picture.width + left) * 3;
        const { buffer, byteOffset, byteLength } = picture.codes.subarray(from, from + width * 3);
        await file.write(new Uint8Array(buffer, byteOffset, byteLength));
      }
    } finally {
      await file.close();
    }
    return null;
  },

  /** Writes a frame of a clip at full size, as a rendering begins with it: codes as of a window. */
  async frame({ id, index, out }: FrameTask): Promise<null> {
    const path = originalPath(id);
    if (lastClip?.id !== id) lastClip = { id, facts: probeVideo(path) };
    const facts = await lastClip.facts.catch((error) => {
      lastClip = null;
      throw error;
    });
    const { buffer, byteOffset, byteLength } = await frameOf(path, facts, index);
    await writeFile(out, new Uint8Array(buffer, byteOffset, byteLength));
    return null;
  },

  /** A look as the text of a .cube table; what is missing for it, or what no table can hold. */
  async bake({ name, chain, here }: BakeTask): Promise<{
    readonly text: string;
    readonly missing: readonly string[];
    readonly beyond: readonly string[];
  }> {
    const resources = {
      files: await decodeFiles(chain, (hash) => (here.includes(hash) ? originalPath(hash) : null)),
    };
    const beyond = unbakeable(chain, resources);
    const missing =
      beyond.length > 0 ? [] : planImage(chain, 100, { width: 1, height: 1 }, resources).missing;
    return {
      text:
        missing.length + beyond.length > 0
          ? ""
          : writeCube(bakeChain(chain, 100, tableSize, name, resources).lut),
      missing,
      beyond,
    };
  },
} as const;

type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0];
export type TaskResult<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;
