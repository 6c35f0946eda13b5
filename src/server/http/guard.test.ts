import { createServer, request as httpRequest, type IncomingHttpHeaders, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { connect } from "node:net";
import { afterAll, describe, expect, it } from "vitest";
import { makeGuard } from "./guard";

interface Seen {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: { readonly headers?: IncomingHttpHeaders; readonly error?: { readonly code: string } };
}

const servers: Server[] = [];
/** A server behind the guard that answers with the headers it was given. */
async function guarded(proxies: string[], isDevelopment?: boolean): Promise<number> {
  const guard = makeGuard(proxies, { isDevelopment });
  const server = createServer((request, response) => {
    if (guard(request, response)) response.end(JSON.stringify({ headers: request.headers }));
  });
  servers.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return (server.address() as AddressInfo).port;
}
afterAll(() => servers.forEach((server) => server.close()));

const ask = (
  port: number,
  path: string,
  headers: Record<string, string> = {},
  method = "GET",
): Promise<Seen> =>
  new Promise((resolve, reject) => {
    const asked = httpRequest({ host: "127.0.0.1", port, path, method, headers }, (response) => {
      let text = "";
      response.on("data", (part: Buffer) => (text += part.toString()));
      response.on("end", () =>
        resolve({
          status: response.statusCode!,
          headers: response.headers,
          body: JSON.parse(text) as Seen["body"],
        }),
      );
    });
    asked.on("error", reject);
    asked.end();
  });

describe("the guard before the application", () => {
  it("believes nobody outside who says from where they come, nor for which host", async () => {
    const port = await guarded([]);
    const { body } = await ask(port, "/", {
      "x-forwarded-for": "1.2.3.4",
      "x-forwarded-host": "evil.example",
      "x-real-ip": "1.2.3.4",
      "X-Fichier-Address": "5.6.7.8",
      forwarded: "for=9.9.9.9",
    });
    expect(body.headers!["x-fichier-address"]).toBe("127.0.0.1");
    for (const name of ["x-forwarded-for", "x-forwarded-host", "x-real-ip", "forwarded"])
      expect(body.headers![name]).toBeUndefined();
  });

  it("believes a proxy, and of what it hands on only what it has added", async () => {
    const port = await guarded(["127.0.0.1"]);
    expect(
      (await ask(port, "/", { "x-forwarded-for": "1.2.3.4, 203.0.113.9", "x-fichier-address": "5.6.7.8" }))
        .body.headers!["x-fichier-address"],
    ).toBe("203.0.113.9");
  });

  it.each(["/%ff", "/api/libraries/%ff/replica", "/api?name=%c3%28", "/%00", "/api?q=a%00b", "/%"])(
    "refuses %s, which is no text",
    async (path) => {
      expect(await ask(await guarded([]), path)).toMatchObject({
        status: 400,
        body: { error: { code: "bad-address" } },
      });
    },
  );

  it("takes text of any script", async () =>
    expect((await ask(await guarded([]), "/api?name=%C3%A9%E9%8C%B2+100%25")).status).toBe(200));

  it.each([
    ["/api/auth/sign-in/email", 16_385],
    ["/api/libraries/x/commands/keep-card", 1_048_577],
    ["/api/libraries/x/material?name=y", 2_147_483_649],
  ])("refuses what announces too much for %s before a byte of it is read", async (path, bytes) => {
    const port = await guarded([]);
    // By hand: the body never comes, the answer does.
    const answer = await new Promise<string>((resolve, reject) => {
      const socket = connect(port, "127.0.0.1", () =>
        socket.write(`POST ${path} HTTP/1.1\r\nhost: x\r\ncontent-length: ${bytes}\r\n\r\n`),
      );
      let text = "";
      socket.on("data", (part) => (text += part.toString()));
      socket.on("end", () => resolve(text));
      socket.on("error", reject);
    });
    expect(answer).toMatch(/^HTTP\/1\.1 413 [^]*connection: close[^]*too-long/i);
  });

  it("lets scripts run only with a nonce that is new each time, and tells Next.js the same", async () => {
    const port = await guarded([]);
    const seen = [await ask(port, "/"), await ask(port, "/")];
    const policies = seen.map(({ headers }) => String(headers["content-security-policy"]));
    seen.forEach(({ body }, i) => expect(body.headers!["content-security-policy"]).toBe(policies[i]));
    expect(policies[0]).not.toBe(policies[1]);
    for (const policy of policies) {
      const scripts = /script-src ([^;]*)/.exec(policy)![1];
      expect(scripts).toMatch(/'nonce-[A-Za-z0-9+/=]{24}'/);
      expect(scripts).not.toContain("unsafe-inline");
      expect(scripts).not.toContain("'unsafe-eval'");
    }
  });

  it("is laxer only while the application is developed, and for what that asks for", async () => {
    const [served, developed] = [await guarded([]), await guarded([], true)];
    const policyAt = async (port: number) =>
      String((await ask(port, "/")).headers["content-security-policy"]);
    expect(await policyAt(developed)).toContain("'unsafe-eval'");
    const post = async (port: number, path: string) => (await ask(port, path, {}, "POST")).status;
    expect(await post(served, "/__nextjs_original-stack-frames")).toBe(405);
    expect(await post(developed, "/__nextjs_original-stack-frames")).toBe(200);
    expect(await post(developed, "/some/page")).toBe(405);
  });

  it("takes nothing that is sent to a page, announced or not", async () => {
    const port = await guarded([]);
    for (const [method, headers] of [
      ["POST", {}],
      ["PUT", { "content-length": "0" }],
      ["GET", { "transfer-encoding": "chunked" }],
      ["POST", { "transfer-encoding": "chunked" }],
    ] as const) {
      const { status, body } = await ask(port, "/some/page", headers as Record<string, string>, method);
      expect([status, body.error?.code], method).toEqual([405, "no-page"]);
    }
    expect((await ask(port, "/some/page")).status).toBe(200);
    expect((await ask(port, "/api/things", { "content-length": "0" }, "POST")).status).toBe(200);
  });
});
