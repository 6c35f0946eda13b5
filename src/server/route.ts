import { canonicalJson } from "@/core/chain/fingerprint";
import type { Json } from "@/core/chain/model";
import { parseExact } from "@/core/formats/exact-numbers";
import { longestRequest } from "./http/limits";
import { Refusal } from "./refusal";

type Handler<P> = (request: Request, parameters: P) => Promise<Response | object>;

/** True for an error that means: the database cannot be reached just now. */
function isOutage(error: unknown): boolean {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    const code = (e as { code?: string }).code ?? "";
    // Class 57: operator intervention; class 08: connection; the rest is what sockets and the pool say.
    if (
      /^(57P|08)/.test(code) ||
      /ECONN|EPIPE|ETIMEDOUT/.test(code) ||
      /timeout exceeded|Connection terminated|not queryable/.test(e.message)
    )
      return true;
  }
  return false;
}

/** An error as it may be written down: where it was thrown, without the values of a query, which may be secrets. */
function forLog(error: unknown): string {
  const lines: string[] = [];
  for (
    let e: unknown = error;
    e !== undefined && lines.length < 40;
    e = e instanceof Error ? e.cause : undefined
  )
    lines.push(
      e instanceof Error
        ? `${e.name}: ${e.message.split("\nparams:")[0]}\n${(e.stack ?? "")
            .split("\n")
            .filter((l) => /^\s+at /.test(l))
            .slice(0, 12)
            .join("\n")}`
        : String(e),
    );
  return lines.join("\ncaused by ");
}

/** Refuses an address or a parameter of one that is no text which the database could hold. Only a route for all paths below it (`[...all]`) takes several at once. */
function refuseNoText(request: Request, parameters: object): void {
  const parts: unknown[] = [
    ...Object.entries(parameters).flatMap(([name, value]: [string, unknown]) =>
      name === "all" ? value : [value],
    ),
    ...[...new URL(request.url).searchParams].flat(),
  ];
  if (parts.some((part) => typeof part !== "string" || part.includes("\0") || !part.isWellFormed()))
    throw new Refusal(400, "bad-address", "This address is no text that can be looked for.", {
      hint: "Check the address.",
    });
}

function toResponse(error: unknown): Response {
  let refusal: Refusal;
  if (error instanceof Refusal) refusal = error;
  else if (isOutage(error))
    refusal = new Refusal(503, "no-database", "The library's database does not answer just now.", {
      hint: "Nothing was changed. Try again in a moment.",
    });
  else {
    console.error(forLog(error));
    const body = {
      error: { code: "internal", message: "Something went wrong inside Fichier; nothing was changed." },
    };
    return Response.json(body, { status: 500 });
  }
  const body = { error: { code: refusal.code, message: refusal.message, ...refusal.details } };
  return Response.json(body, { status: refusal.status });
}

/** Requests that change something are taken from the application's own pages and from scripts, never from other sites. */
function refuseForeignOrigin(request: Request): void {
  if (request.method === "GET" || request.method === "HEAD") return;
  const origin = request.headers.get("origin");
  const site = request.headers.get("sec-fetch-site");
  const foreign =
    origin !== null
      ? !URL.canParse(origin) || new URL(origin).host !== request.headers.get("host")
      : site !== null && site !== "same-origin" && site !== "none";
  if (foreign)
    throw new Refusal(403, "foreign-origin", "This request comes from another site.", {
      hint: "Use the application's own pages.",
    });
}

/** Wraps a route handler: parameters awaited, answers as JSON, refusals and faults as errors a person can act on. */
export function route<P extends object = object>(handler: Handler<P>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      refuseForeignOrigin(request);
      const parameters = (await context.params) ?? {};
      refuseNoText(request, parameters);
      const answer = await handler(request, parameters);
      return answer instanceof Response
        ? answer
        : Response.json(answer, { headers: { "cache-control": "no-store" } });
    } catch (error) {
      return toResponse(error);
    }
  };
}

/** PostgreSQL's JSON takes no null characters and no lone surrogates; canonical JSON refuses the latter, and infinities. */
function isStorable(text: string, value: unknown): boolean {
  if (text.includes("\\u0000")) return false;
  try {
    canonicalJson(value as Json);
    return true;
  } catch {
    return false;
  }
}

const tooLong = (most: number) =>
  new Refusal(413, "too-long", `This request is longer than ${Math.round(most / 1024)} kB.`, {
    hint: "Nothing was changed. Send less at once.",
  });

/** The text of a request, which is counted as it comes in; refuses what is longer than `most` bytes. */
export async function boundedText(request: Request, most = longestRequest): Promise<string> {
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLong(most);
  if (!request.body) return "";
  const parts: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    bytes += value.byteLength;
    if (bytes > most) {
      await reader.cancel().catch(() => undefined);
      throw tooLong(most);
    }
    parts.push(value);
  }
  return Buffer.concat(parts).toString("utf8");
}

/** The JSON of a request, `exact` as `parseExact` reads it. Refuses what is longer than `most` bytes or no JSON. */
export async function body(
  request: Request,
  { most = longestRequest, exact = false }: { most?: number; exact?: boolean } = {},
): Promise<unknown> {
  const text = await boundedText(request, most);
  let value: unknown;
  try {
    value = exact ? parseExact(text) : JSON.parse(text);
  } catch {
    throw new Refusal(400, "no-json", "The request's body is not JSON.");
  }
  if (!isStorable(text, value))
    throw new Refusal(
      400,
      "not-storable",
      "The request holds text or numbers that cannot be stored: null characters, halves of characters, or numbers out of range.",
    );
  return value;
}
