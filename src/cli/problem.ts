/** Something a person at the command line can put right; printed without a stack. */
export class CliProblem extends Error {
  constructor(
    message: string,
    /** What to do about it. */
    readonly hint?: string,
  ) {
    super(message);
  }
}

/** Exit codes: 0 done, 1 could not be done, 2 wrong use, 3 the material or card cannot be read. */
export const exitCodes = { done: 0, failed: 1, use: 2, unreadable: 3 } as const;

/** Some files of a folder could not be done; which, and why, has been said. */
export class SomeFailed extends Error {}

/** Prints words for a person, beside the results. */
export type Say = (message: string, hint?: string) => void;

/** A number that an option gives, from `min` to `max`. Throws a CliProblem for all else, also for nothing. */
export function numberOption(text: string, what: string, min: number, max: number): number {
  const value = /^\s*[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?\s*$/i.test(text) ? Number(text) : NaN;
  if (!(value >= min && value <= max))
    throw new CliProblem(`${what} is a number from ${min} to ${max}; “${text}” is not.`);
  return value;
}
