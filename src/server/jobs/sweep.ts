import { rm } from "node:fs/promises";
import { database } from "@/db/connection";
import { withLock } from "@/db/locks";
import { forgetRenders, moveRender, runningRenders, waitingRenders } from "@/db/renders";
import { queueRender } from "./queue";
import { resultFolder } from "./render-store";

/** Results are offered this long. */
const keptDays = 7;

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
  for (const id of await forgetRenders(db, keptDays)) await rm(resultFolder(id), { recursive: true, force: true });
}
