import { randomBytes } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { addressHeader, addressOf, memberOf } from "./address";
import { longestBodyOf } from "./limits";

/** What other hosts may write into a request to say for whom they speak. */
const forwarded = [
  "forwarded",
  "x-forwarded-for",
  "x-forwarded-host",
  "x-forwarded-proto",
  "x-forwarded-port",
  "x-real-ip",
];

/** Scripts only with this answer's own nonce: text that was slipped into a page is never run as one. */
const contentPolicy = (nonce: string, isDevelopment: boolean) =>
  [
    "default-src 'self'",
    // Hot reloading evaluates changed modules as text.
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${isDevelopment ? " 'unsafe-eval'" : ""}`,
    // The styles of the interface are made while it runs.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "object-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
  ].join("; ");

function refuse(response: ServerResponse, status: number, code: string, message: string, hint: string): void {
  response.writeHead(status, {
    "content-type": "application/json",
    "cache-control": "no-store",
    connection: "close",
  });
  response.end(JSON.stringify({ error: { code, message, hint } }));
}

/** True where a path and query are text: percent signs that decode, no null characters. */
function isText(url: string): boolean {
  try {
    return !decodeURIComponent(url.replace(/\+/g, " ")).includes("\0");
  } catch {
    return false;
  }
}

/**
 * Looks at each request before the application does: says from where it came, refuses what is no text or announces more
 * than its place takes, and gives the page its policy for scripts. Returns false where it has answered. The policy is laxer while the application is developed.
 */
export function makeGuard(
  proxies: readonly string[],
  { isDevelopment = false }: { readonly isDevelopment?: boolean } = {},
): (request: IncomingMessage, response: ServerResponse) => boolean {
  const isProxy = memberOf(proxies);
  return (request, response) => {
    const { headers } = request;
    const peer = request.socket.remoteAddress;
    const address = addressOf(peer, headers["x-forwarded-for"] as string | undefined, isProxy);
    if (!isProxy(peer ?? "")) for (const name of forwarded) delete headers[name];
    // Whatever came under this name is overwritten.
    headers[addressHeader] = address;
    const url = request.url ?? "/";
    if (!isText(url)) {
      refuse(
        response,
        400,
        "bad-address",
        "This address is no text: a percent sign in it stands for nothing.",
        "Check the address.",
      );
      return false;
    }
    const length = headers["content-length"];
    if (length !== undefined && Number(length) > longestBodyOf(url)) {
      refuse(
        response,
        413,
        "too-long",
        `This request announces ${Number(length).toLocaleString("en")} bytes; at most ${longestBodyOf(url).toLocaleString("en")} are taken here.`,
        "Send less.",
      );
      return false;
    }
    // A page takes no body: what would be sent with a request for one is never read.
    const isPage = !url.startsWith("/api/") && !(isDevelopment && url.startsWith("/__nextjs"));
    if (
      isPage &&
      (!["GET", "HEAD"].includes(request.method ?? "") ||
        headers["transfer-encoding"] !== undefined ||
        Number(length ?? 0) > 0)
    ) {
      refuse(
        response,
        405,
        "no-page",
        "A page is only looked at: nothing can be sent to it.",
        "Send requests to the addresses below /api.",
      );
      return false;
    }
    // Next.js takes the nonce of its own scripts from this.
    const policy = contentPolicy(randomBytes(16).toString("base64"), isDevelopment);
    headers["content-security-policy"] = policy;
    response.setHeader("content-security-policy", policy);
    return true;
  };
}
