import { FormatFault } from "@/core/chain/fault";
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

/** Whether the same request may succeed later by itself. */
export const isPassing = (error: unknown): boolean => error instanceof ApiError && error.passing;

/** Error words with their remedy, on one line. */
export const sayError = (error: unknown): string =>
  error instanceof ApiError
    ? [error.message, error.hint].filter(Boolean).join(" ")
    : error instanceof Error
      ? error.message
      : String(error);

/** Why a file that was chosen cannot be read. */
export const sayUnreadable = (name: string, error: unknown): string =>
  `“${name}”: ${error instanceof FormatFault ? `${error.message} (${error.where})` : "It cannot be read."}`;

/** What a refusal says, as an error. */
function refused(status: number, text: string): ApiError {
  let error: Record<string, string> = {};
  try {
    ({ error = {} } = JSON.parse(text) as { error?: typeof error });
  } catch {
    // Not one of ours: a proxy's page, say.
  }
  const { code = "internal", message = "The server could not do this.", ...details } = error;
  return new ApiError(status, code, message, details);
}

let asker: string | null = null;

/** Says in whose name this page asks, so that it never acts for another member who took over the desk in another tab. */
export const askAs = (memberId: string): void => void (asker = memberId);

/** Asks the server for something. Throws an ApiError where it refuses; status 0 means that it could not be reached. */
export async function answered(path: string, init: RequestInit = {}): Promise<Response> {
  const { headers, ...rest } = init;
  const response = await fetch(path, {
    ...rest,
    headers: { ...(asker !== null && { "x-fichier-member": asker }), ...headers },
  }).catch(() => {
    throw new ApiError(0, "unreachable", "Fichier's server cannot be reached just now.", {
      hint: "Try again in a moment.",
    });
  });
  if (!response.ok) throw refused(response.status, await response.text());
  return response;
}

/** Asks the server for JSON. Throws as `answered` does. */
export async function api<T>(
  path: string,
  options: { method?: "GET" | "POST" | "PATCH"; body?: unknown } = {},
): Promise<T> {
  const { method = "GET", body } = options;
  const response = await answered(path, {
    method,
    ...(body !== undefined && {
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    }),
  });
  const text = await response.text();
  try {
    return JSON.parse(text) as T;
  } catch {
    throw new ApiError(502, "no-answer", "The server's answer could not be read.", {});
  }
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
