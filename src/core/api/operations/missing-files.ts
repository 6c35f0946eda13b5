import { operation, ofLibrary } from "../operation";

/** Cards that are told at once. */
export const mostMissing = 1000;

export interface MissingFiles {
  /** How many files of each are missing, by their ids. */
  readonly cards: readonly (readonly [cardId: string, files: number])[];
}

export const missingFiles = operation<MissingFiles>()({
  method: "GET",
  path: `${ofLibrary}/missing-files`,
  summary: "The cards in use that need files which the library does not have",
  needs: "read",
  answer: `\`cards\`: of at most ${mostMissing} such cards their id and how many files they lack`,
});
