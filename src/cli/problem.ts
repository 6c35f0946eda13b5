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

/** A file that a process of its own could not render: its words and its exit code. */
export class ChildFailed extends Error {
  constructor(
    message: string,
    readonly code: number,
  ) {
    super(message);
  }
}
