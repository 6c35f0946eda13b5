import { mkdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { fileName, fileNames } from "@/core/library/file-names";
import { database } from "@/db/connection";
import { readMember } from "@/db/replica";
import { withLock } from "@/db/locks";
import { moveRender, nextRenders, readRender, type RenderRow } from "@/db/renders";
import { UnreadableMedia } from "@/media/process";
import { renderFile } from "@/media/render-file";
import { renderMixFile } from "@/media/render-mix";
import { resultFormats, type Aftermath, type ResultFormat } from "@/core/library/renders";
import { MissingEffects, sayNote, type MediaNote } from "@/media/results";
import type { SoundFormat } from "@/media/sound-sink";
import { run } from "../command";
import { findCommand } from "../commands";
import { decoding } from "../decoding/decoding";
import { NoRoom, originalPath, planesPath } from "../media-store";
import { Refusal } from "../refusal";
import { diskRoom, noteInRoom, roomOf } from "../room";
import { resultFolder, resultPath } from "./render-store";
import { zipFiles } from "@/media/zip";

/** How often progress is written and cancelling is noticed, in milliseconds. */
const lookEvery = 300;

class Cancelled extends Error {}
/** The room that is kept free would be taken: as when there is none at all. */
class DiskFull extends Error {
  readonly code = "ENOSPC";
}

/** Renders all items into files of their own; gives where these lie. */
async function renderItems(
  { id, items, format: wanted }: RenderRow,
  onProgress: (share: number) => void,
  onNote: (words: string) => void,
  signal: AbortSignal,
): Promise<string[]> {
  const format = wanted as ResultFormat;
  const folder = resultFolder(id);
  // What a worker that died left behind is of no use.
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  const paths = items.map((_, i) => join(folder, `item-${i}`));
  for (const [i, item] of items.entries()) {
    const output = paths[i];
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
        {
          chain: item.chain,
          strength: item.strength,
          format,
          part: item.part,
          shape: item.shape,
          sound: item.sound && { ...item.sound, path: originalPath(item.sound.mediaId) },
          ...(item.earlier && { earlier: { ...item.earlier, path: originalPath(item.earlier.mediaId) } }),
          pathOf,
        },
        hooks,
      );
  }
  return paths;
}

/** Puts what was rendered together to be fetched. */
async function offer(
  { id, name, items, format }: RenderRow,
  paths: readonly string[],
): Promise<Pick<RenderRow, "fileName" | "bytes">> {
  const { extension } = resultFormats[format as ResultFormat];
  const names = fileNames(items.map((item) => item.name)).map((n) => `${n}.${extension}`);
  if (paths.length === 1) await rename(paths[0], resultPath(id));
  else {
    await zipFiles(
      resultPath(id),
      paths.map((path, i) => ({ path, name: names[i] })),
    );
    await Promise.all(paths.map((path) => rm(path)));
  }
  const { size } = await stat(resultPath(id));
  return { fileName: paths.length === 1 ? names[0] : `${fileName(name)}.zip`, bytes: size };
}

/** Who has cancelled it meanwhile wants nothing changed; after this it is too late. Throws where it was cancelled. */
async function claim(id: string): Promise<void> {
  if (!(await moveRender(database(), id, ["running"], { progress: 1 }))) throw new Cancelled();
}

/**
 * Takes what was rendered into the library and changes the session that asked for it, once, however often it is tried.
 * Throws a Refusal where the session, or who asked, is not any more as it was.
 */
async function putInPlace(
  { id, libraryId, memberId, items }: RenderRow,
  { command, input, of }: Aftermath,
  paths: readonly string[],
): Promise<Pick<RenderRow, "outcome">> {
  const member = await readMember(database(), libraryId, memberId);
  if (!member) throw new Refusal(403, "no-member", "Who asked for it is no member any more.");
  const rendered = [];
  for (const [i, path] of paths.entries()) {
    const { left } = await roomOf(member);
    const { sound, ...stored } = await decoding.store(path, left, { owner: memberId });
    const all = [...(sound ? [sound] : []), stored];
    await noteInRoom(
      { libraryId },
      all.map((one) => ({ name: items[i].name, isRendered: true, ...one })),
    );
    rendered.push({ of: of[i], mediaId: stored.id });
  }
  await rm(resultFolder(id), { recursive: true, force: true });
  await claim(id);
  const { change, result } = await run(
    findCommand(command),
    { ...member, scope: null },
    { requestId: id, ...input, rendered },
  );
  const { selected = null } = result as { selected?: readonly string[] };
  return { outcome: { said: change?.summary ?? "nothing to change", selected } };
}

/** What went wrong, in words, where trying again would not help; undefined where it may. */
function lastingProblem(error: unknown): string | undefined {
  if (error instanceof UnreadableMedia) return `The material cannot be read: ${error.message}.`;
  if (error instanceof MissingEffects) return error.message;
  if (error instanceof Refusal && error.status < 500) return error.message;
  if (error instanceof NoRoom) return "There is no room for it in the library.";
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
    let looking: Promise<unknown> = Promise.resolve();
    const look = setInterval(() => {
      void diskRoom()
        .then((left) => left > 0 || stop.abort(new DiskFull()))
        .catch(() => undefined);
      looking = moveRender(db, id, ["running"], { progress })
        .then((still) => still || stop.abort(new Cancelled()))
        .catch(() => undefined);
    }, lookEvery);
    try {
      const notes: string[] = [];
      const paths = await renderItems(
        row,
        // All of it is for what has been claimed.
        (share) => (progress = Math.min(0.999, share)),
        (words) => notes.push(words),
        stop.signal,
      );
      clearInterval(look);
      await looking;
      const came = row.aftermath ? await putInPlace(row, row.aftermath, paths) : await offer(row, paths);
      if (
        !(await moveRender(db, id, ["running"], {
          state: "done",
          progress: 1,
          ...came,
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
