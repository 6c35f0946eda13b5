import "@/core/type/load";
import { parseChain } from "@/core/chain/parse";
import { imprintForm, likeness, packImprint } from "@/core/measure/likeness";
import { comparedMedia, type ComparedMedium } from "@/core/media";
import { database } from "@/db/connection";
import {
  forgetImprints,
  keepImprint,
  lackingImprints,
  retryImprints,
  standingOfAll,
  type Lacking,
} from "@/db/imprints";
import { withLock } from "@/db/locks";
import { decodeFiles } from "@/media/dependencies";
import { filesHere } from "../files-here";
import { originalPath } from "../media-store";

/** Contents that are asked for at once: finding out which lack one looks at every card. */
const atOnce = 500;
/** How everything stood when nothing was lacking. */
let complete: string | null = null;

/** What a content does; null where it cannot be told here. */
async function figuresOf({ libraryId, chainText, medium }: Lacking): Promise<Buffer | null> {
  // A chain or a file that cannot be read, or an effect that fails, is one card that nothing can be said of.
  try {
    const chain = parseChain(JSON.parse(chainText));
    const here = await filesHere(libraryId, chain);
    const files = await decodeFiles(chain, (hash) => (here.includes(hash) ? originalPath(hash) : null));
    const imprint = likeness[medium as ComparedMedium].imprint(chain, { files });
    return imprint && Buffer.from(packImprint(imprint).buffer);
  } catch (error) {
    console.error(
      `imprints: a chain of library ${libraryId}:`,
      error instanceof Error ? error.message : error,
    );
    return null;
  }
}

/**
 * Finds out what the contents of cards do that nothing is known of, and forgets what no card has any more. One process
 * does it for all libraries, or for one; some milliseconds each, with room for others in between.
 */
export async function makeImprints(libraryId?: string): Promise<void> {
  const db = database();
  const { revisions, failed } = await standingOfAll(db);
  const saying = (count: number) => `${revisions} ${count}`;
  if (saying(failed) === complete) return;
  const done = await withLock(db, "imprints", async () => {
    for (;;) {
      const lacking = await lackingImprints(db, imprintForm, comparedMedia, atOnce, libraryId);
      for (const one of lacking) {
        await keepImprint(db, one, imprintForm, await figuresOf(one));
        await new Promise((resolve) => setImmediate(resolve));
      }
      if (lacking.length === 0) break;
    }
    await forgetImprints(db);
    return true;
  });
  // A change that came meanwhile is looked at next time.
  if (done && libraryId === undefined) complete = saying((await standingOfAll(db)).failed);
}

/** Those that could not be made may be possible to a newer version of the application. */
export const tryImprintsAgain = (): Promise<void> => retryImprints(database());
