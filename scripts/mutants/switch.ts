import { appendFileSync } from "node:fs";

/*
 * Copied into the sources that are broken. Every place that can be broken asks here whether it is now: the processes of
 * a test, and those that it starts, are told by their environment.
 */

const broken = process.env.FICHIER_MUTANT;
const notes = process.env.FICHIER_MUTANT_NOTES;
const noted = new Set<number>();

/** Whether a place is broken in this process. Where it is asked for, says once that it was come by. */
export function mutant(place: number): boolean {
  if (notes !== undefined && !noted.has(place)) {
    noted.add(place);
    appendFileSync(notes, `${place}\n`);
  }
  return broken === String(place);
}
