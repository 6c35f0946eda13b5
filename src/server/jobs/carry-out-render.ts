import { mkdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { fileName, fileNames } from "@/core/library/file-names";
import { database } from "@/db/connection";
import { withLock } from "@/db/locks";
import { moveRender, nextRenders, readRender, type RenderRow } from "@/db/renders";
import { UnreadableMedia } from "@/media/process";
import { renderFile } from "@/media/render-file";
import { renderMixFile } from "@/media/render-mix";
import { resultFormats, type ResultFormat } from "@/core/library/renders";
import { MissingEffects, sayNote, type MediaNote } from "@/media/results";
import type { SoundFormat } from "@/media/sound-sink";
import { originalPath, planesPath } from "../media-store";
import { resultFolder, resultPath } from "./render-store";
import { zipFiles } from "./zip";

/** How often progress is written and cancelling is noticed, in milliseconds. */
const lookEvery = 300;

class Cancelled extends Error {}

/** Renders all items into the result; returns the name under which it is offered. */
async function renderItems(
  { id, name, items, format: wanted }: RenderRow,
  onProgress: (share: number) => void,
  onNote: (words: string) => void,
  signal: AbortSignal,
): Promise<string> {
  const format = wanted as ResultFormat;
  const { extension } = resultFormats[format];
  const folder = resultFolder(id);
  // What a worker that died left behind is of no use.
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  const names = fileNames(items.map((item) => item.name)).map((n) => `${n}.${extension}`);
  for (const [i, item] of items.entries()) {
    const output = join(folder, `item-${i}`);
    const said = (note: MediaNote) =>
      onNote(items.length > 1 ? `“${item.name}”: ${sayNote(note)}` : sayNote(note));
    const hooks = {
      onProgress: (share: number) => onProgress((i + share) / items.length),
      onNote: said,
      signal,
    };
    const pathOf = (hash: string) => (item.files?.includes(hash) ? originalPath(hash) : null);
    if ("root" in item)
      await renderMixFile(
        output,
        { ...item, format: format as SoundFormat, pathOf },
        (node) => planesPath(item.media[node]),
        hooks,
      );
    else
      await renderFile(
        originalPath(item.mediaId),
        output,
        { chain: item.chain, strength: item.strength, format, pathOf },
        hooks,
      );
  }
  if (items.length === 1) {
    await rename(join(folder, "item-0"), resultPath(id));
    return names[0];
  }
  const files = names.map((n, i) => ({ path: join(folder, `item-${i}`), name: n }));
  await zipFiles(resultPath(id), files);
  await Promise.all(files.map(({ path }) => rm(path)));
  return `${fileName(name)}.zip`;
}

/** What went wrong, in words, where trying again would not help; undefined where it may. */
function lastingProblem(error: unknown): string | undefined {
  if (error instanceof UnreadableMedia) return `The material cannot be read: ${error.message}.`;
  if (error instanceof MissingEffects) return error.message;
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if ((e as { code?: string }).code === "ENOSPC") return "There is no room left on the server's disk.";
    if ((e as { code?: string }).code === "ENOENT") return "The material is not in the store any more.";
  }
  return undefined;
}

/**
 * Carries out a rendering, once: another worker that has it is left to it, and one that is done stays so; false for both. Throws where
 * trying again may help. A worker that dies leaves it running with nobody's lock; the sweep puts it back.
 */
export async function carryOutRender(id: string): Promise<boolean> {
  const db = database();
  const done = await withLock(db, `render ${id}`, async () => {
    const row = await readRender(db, id);
    if (!row || !(await moveRender(db, id, ["waiting", "running"], { state: "running", progress: 0 })))
      return false;
    const stop = new AbortController();
    let progress = 0;
    const look = setInterval(() => {
      void moveRender(db, id, ["running"], { progress })
        .then((still) => still || stop.abort(new Cancelled()))
        .catch(() => undefined);
    }, lookEvery);
    try {
      const notes: string[] = [];
      const offered = await renderItems(
        row,
        (share) => (progress = share),
        (words) => notes.push(words),
        stop.signal,
      );
      const { size } = await stat(resultPath(id));
      if (
        !(await moveRender(db, id, ["running"], {
          state: "done",
          progress: 1,
          fileName: offered,
          bytes: size,
          notes,
          endedAt: new Date(),
        }))
      )
        throw new Cancelled();
    } catch (error) {
      await rm(resultFolder(id), { recursive: true, force: true });
      if (error instanceof Cancelled) return true;
      const problem = lastingProblem(error);
      if (problem === undefined) throw error;
      await moveRender(db, id, ["running"], { state: "failed", problem, endedAt: new Date() });
    } finally {
      clearInterval(look);
    }
    return true;
  });
  return done ?? false;
}

/** Carries out the rendering whose turn it is; `id` is the one for which there was a place in the queue. */
export async function carryOutNext(id: string): Promise<void> {
  for (const next of [...(await nextRenders(database(), 20)), id]) if (await carryOutRender(next)) return;
}
