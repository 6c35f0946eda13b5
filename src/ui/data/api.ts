import type { Operation, Parameters } from "@/core/api/operation";

/** An answer of the server that is no success, with its words for a person. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details: Readonly<Record<string, unknown>>,
  ) {
    super(message);
  }

  get hint(): string {
    return typeof this.details.hint === "string" ? this.details.hint : "";
  }

  /** True where the same request may succeed later by itself. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 502;
  }
}

/** Error words with their remedy, on one line. */
export const sayError = (error: unknown): string =>
  error instanceof ApiError
    ? [error.message, error.hint].filter(Boolean).join(" ")
    : error instanceof Error
      ? error.message
      : String(error);

async function answerOf(response: Response): Promise<unknown> {
  const text = await response.text();
  let data: unknown = null;
  try {
    data = JSON.parse(text);
  } catch {
    if (response.ok) throw new ApiError(502, "no-answer", "The server's answer could not be read.", {});
  }
  if (response.ok) return data;
  const {
    code = "internal",
    message = "The server could not do this.",
    ...details
  } = (data as { error?: Record<string, string> } | null)?.error ?? {};
  throw new ApiError(response.status, code, message, details);
}

let asker: string | null = null;

/** Says in whose name this page asks, so that it never acts for another member who took over the desk in another tab. */
export const askAs = (memberId: string): void => void (asker = memberId);

/** Asks the server for JSON. Throws an ApiError; status 0 means that it could not be reached. */
export async function api<T>(
  path: string,
  options: { method?: "GET" | "POST" | "PATCH"; body?: unknown } = {},
): Promise<T> {
  const { method = "GET", body } = options;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: {
        ...(asker !== null && { "x-fichier-member": asker }),
        ...(body !== undefined && { "content-type": "application/json" }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, "unreachable", "Fichier's server cannot be reached just now.", {
      hint: "It is tried again by itself.",
    });
  }
  return (await answerOf(response)) as T;
}

/** The address of an operation. */
export const addressOf = <Path extends string>(
  { path }: { readonly path: Path },
  parameters: Parameters<Path>,
): string =>
  `/api${path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent((parameters as Record<string, string>)[name]))}`;

/** Asks for an operation; `takes` goes as its query or its body. Throws as `api` does. */
export function ask<Path extends string, Takes extends object, Answer>(
  operation: Operation<Path, Takes, Answer>,
  parameters: Parameters<Path>,
  ...[takes]: object extends Takes ? [takes?: Takes] : [takes: Takes]
): Promise<Answer> {
  const { method, query } = operation;
  const address = addressOf(operation, parameters);
  if (!query) return api<Answer>(address, { method, ...(takes && { body: takes }) });
  const asked = Object.entries(takes ?? {}).filter(([, value]) => value !== undefined);
  return api<Answer>(`${address}?${new URLSearchParams(asked as [string, string][]).toString()}`, { method });
}
