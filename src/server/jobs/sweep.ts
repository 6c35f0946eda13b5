import { chmod, readdir, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import { database } from "@/db/connection";
import { waitForLock, withLock } from "@/db/locks";
import { ofNoLibrary } from "@/db/media";
import { forgetRenders, moveRender, runningRenders, waitingRenders } from "@/db/renders";
import { windowsFolder } from "../decoding/decoding";
import { discard, mediaRoot } from "../media-store";
import { uploadsFolder } from "../take-in";
import { queueRender } from "./queue";
import { resultFolder } from "./render-store";

/** Results are offered this long. */
const keptDays = 7;

/** A file that nobody has written to for so long is nobody's, in milliseconds. */
const abandonedAfter = 3600_000;

/**
 * Makes material its owner's alone to read, that of an earlier release too, which was readable for everybody on the
 * machine: folders 0700, files 0600.
 */
export async function closeMaterial(folder = mediaRoot()): Promise<void> {
  const close = async (path: string, mode: number) => {
    const found = await stat(path).catch(() => null);
    if (found && (found.mode & 0o077) !== 0) await chmod(path, mode).catch(() => undefined);
  };
  await close(folder, 0o700);
  for (const entry of await readdir(folder, { withFileTypes: true }).catch(() => [])) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) await closeMaterial(path);
    else if (entry.isFile()) await close(path, 0o600);
  }
}

/** Throws away what uploads and windows left behind when their process was killed. */
export async function sweepFiles(): Promise<void> {
  for (const folder of [uploadsFolder(), windowsFolder()])
    for (const name of await readdir(folder).catch(() => [])) {
      const path = join(folder, name);
      const found = await stat(path).catch(() => null);
      if (found && Date.now() - found.mtimeMs > abandonedAfter)
        await rm(path, { recursive: true, force: true });
    }
}

/**
 * Throws away material that no library has any more: what was removed while its process was killed, or with the cards
 * that alone used it.
 */
export async function sweepMaterial(): Promise<void> {
  const db = database();
  for (const shelf of await readdir(mediaRoot()).catch(() => [])) {
    if (!/^[0-9a-f]{2}$/.test(shelf)) continue;
    const ids: string[] = [];
    for (const id of await readdir(join(mediaRoot(), shelf))) {
      // Of what is just being brought in nobody has noted anything yet.
      const found = await stat(join(mediaRoot(), shelf, id)).catch(() => null);
      if (/^[0-9a-f]{64}$/.test(id) && found && Date.now() - found.mtimeMs > abandonedAfter) ids.push(id);
    }
    if (ids.length === 0) continue;
    await waitForLock(db, "material", async () => {
      for (const id of await ofNoLibrary(db, ids)) await discard(id);
    });
  }
}

/** Puts renderings back whose worker has died, and throws away results that are old. */
export async function sweepRenders(): Promise<void> {
  const db = database();
  for (const id of await runningRenders(db))
    // Whoever works on it holds this lock.
    await withLock(db, `render ${id}`, async () => {
      if (await moveRender(db, id, ["running"], { state: "waiting" })) await queueRender(id);
    });
  // Asked for, but whoever took the question died before it was in the queue; most of these only wait for their turn.
  for (const id of await waitingRenders(db, 30)) await queueRender(id, true);
  for (const id of await forgetRenders(db, keptDays))
    await rm(resultFolder(id), { recursive: true, force: true });
}
