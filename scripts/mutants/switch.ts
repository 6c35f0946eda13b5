import { appendFileSync } from "node:fs";

/*
 * Copied into the sources that are broken. Every place that can be broken asks here whether it is now: the processes of
 * a test, and those that it starts, are told by their environment.
 */

const broken = process.env.FICHIER_MUTANT;
const notes = process.env.FICHIER_MUTANT_NOTES;
const noted = new Set<string>();
/** The test that each place was last come by in: most are come by many times in a row. */
const last: string[] = [];

/** What the test runner is at; nothing in processes of its tests' own. */
interface Running {
  readonly __vitest_worker__?: { readonly current?: { readonly type: string; readonly id: string } };
}

/** The id of the test that runs; empty while a file is read or prepared. */
function running(): string {
  const now = (globalThis as Running).__vitest_worker__?.current;
  return now?.type === "test" ? now.id : "";
}

/** Whether a place is broken in this process. Where it is asked for, says once a test that it was come by. */
export function mutant(place: number): boolean {
  if (notes !== undefined) {
    const test = running();
    if (last[place] !== test) {
      last[place] = test;
      const line = `${place} ${test}\n`;
      if (!noted.has(line)) {
        noted.add(line);
        appendFileSync(notes, line);
      }
    }
  }
  return broken === String(place);
}
