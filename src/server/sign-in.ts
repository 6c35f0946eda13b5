import { addressOfRequest, trySigningIn } from "./attempts";
import { auth } from "./auth";
import { longestSignIn } from "./http/limits";
import { Refusal } from "./refusal";
import { boundedText } from "./route";

/** What of the auth library can be asked for; all else that it offers, such as another name of any length, is not. */
const offered: Readonly<Record<string, "GET" | "POST">> = {
  "/sign-in/email": "POST",
  "/sign-out": "POST",
  "/get-session": "GET",
  "/revoke-sessions": "POST",
  "/multi-session/list-device-sessions": "GET",
  "/multi-session/set-active": "POST",
  "/multi-session/revoke": "POST",
};

/** What ends a member's time at this machine: then nothing that was fetched for them stays in the browser. */
const leaving: readonly string[] = ["/sign-out", "/revoke-sessions", "/multi-session/revoke"];

/** Requests about who is signed in: read with a bound, slowed where they could be guesses, and handed to the auth library. */
export async function signingIn(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  const path = pathname.replace(/^\/api\/auth/, "");
  if (offered[path] !== request.method)
    throw new Refusal(404, "not-offered", "This cannot be asked for here.");
  const text = request.method === "POST" ? await boundedText(request, longestSignIn) : undefined;
  const ask = () =>
    auth().handler(
      new Request(request.url, { method: request.method, headers: request.headers, body: text }),
    );
  if (path !== "/sign-in/email") {
    const response = await ask();
    if (leaving.includes(path) && response.ok) response.headers.set("clear-site-data", '"cache"');
    return response;
  }
  let email: unknown;
  try {
    email = (JSON.parse(text ?? "") as { email?: unknown }).email;
  } catch {
    throw new Refusal(400, "no-json", "The request's body is not JSON.");
  }
  if (typeof email !== "string" || !email.isWellFormed() || email.includes("\0"))
    throw new Refusal(400, "bad-input", "An e-mail address is missing.", { field: "email" });
  return trySigningIn(email, addressOfRequest(request.headers), async () => {
    const result = await ask();
    return { succeeded: result.ok, result };
  });
}
