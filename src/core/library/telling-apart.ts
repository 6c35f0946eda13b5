import { guessing } from "../numeric/binomial";

/*
 * A forced choice between two candidates: in each trial one of them, drawn by chance, is heard or seen without its name,
 * and has to be told. Who cannot hear a difference is right half of the time.
 */

export interface Telling {
  /** Which of the two is the unknown one now; null once all trials are over. */
  readonly hidden: 0 | 1 | null;
  /** Of each trial so far, whether it was told right. */
  readonly right: readonly boolean[];
}

/** Enough for nine right of ten to say something, few enough to be done (common practice, no source). */
export const trials = 10;

const drawn = (random: () => number): 0 | 1 => (random() < 0.5 ? 0 : 1);

/** `random` gives 0 up to 1. */
export const beginTelling = (random: () => number): Telling => ({ hidden: drawn(random), right: [] });

/** After it was said which of the two it is. */
export function told(telling: Telling, which: 0 | 1, random: () => number): Telling {
  if (telling.hidden === null) return telling;
  const right = [...telling.right, telling.hidden === which];
  return { right, hidden: right.length < trials ? drawn(random) : null };
}

/** What has come of it, in words. */
export function sayTelling({ right }: Telling): string {
  const count = right.filter(Boolean).length;
  const chance = guessing(count, right.length);
  const percent = chance * 100;
  const shown = percent >= 1 ? percent.toFixed(0) : percent >= 0.1 ? percent.toFixed(1) : "less than 0.1";
  return `${count} of ${right.length} right. Who only guesses does as well in ${shown} % of such runs.`;
}
