/** A request that cannot be granted, with words for a person who has to act on it. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 415 | 416 | 429 | 503 | 507,
    readonly code: string,
    message: string,
    readonly details: {
      readonly field?: string;
      readonly hint?: string;
      readonly [key: string]: unknown;
    } = {},
  ) {
    super(message);
  }
}

export const notFound = (what: string) =>
  new Refusal(404, "not-found", `This ${what} is not in the library any more.`, {
    hint: "Somebody may have removed it; the library's history can bring it back.",
  });

export const noSession = () =>
  new Refusal(404, "no-session", "This session is not in the library any more.", {
    hint: "Choose another one on the bench.",
  });

/** A command was made on an older state of a row than there is now. */
export const stale = (what: string, seen: number, current: unknown) =>
  new Refusal(409, "stale", `This ${what} was changed in the meantime.`, {
    hint: "Look at its present state and decide again.",
    seen,
    current,
  });
