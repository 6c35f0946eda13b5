import { afterEach, describe, expect, it, vi } from "vitest";
import { Refusal } from "./refusal";
import { body, boundedText, route } from "./route";

/** A request whose body comes without an announced length, and never ends; says how much of it was asked for. */
function endless(chunk: number) {
  let given = 0;
  const stream = new ReadableStream<Uint8Array>({
    pull: (to) => void (to.enqueue(new Uint8Array(chunk).fill(0x20)), (given += chunk)),
  });
  return {
    request: new Request("http://fichier.test/api", {
      method: "POST",
      body: stream,
      duplex: "half",
    } as RequestInit),
    given: () => given,
  };
}
const send = (text: string) => new Request("http://fichier.test/api", { method: "POST", body: text });

afterEach(() => vi.restoreAllMocks());

describe("the body of a request", () => {
  it("is counted while it comes in, and let go as soon as it is too long", async () => {
    const { request, given } = endless(64 * 1024);
    await expect(body(request)).rejects.toMatchObject({ status: 413, code: "too-long" });
    expect(given()).toBeLessThan(1.3 * 2 ** 20);
  });
  it("is not read at all where it announces too much", async () => {
    const { request, given } = endless(1024);
    const announced = new Request(request, { headers: { "content-length": "99999999" } });
    const before = given();
    await expect(boundedText(announced, 1000)).rejects.toMatchObject({ status: 413 });
    expect(given() - before).toBeLessThanOrEqual(2048);
  });
  it("comes whole, over the borders of letters", async () =>
    expect(await boundedText(send("é".repeat(3000)))).toBe("é".repeat(3000)));
  it.each(["{", "", "\u0000"])("%j is no JSON", async (text) =>
    expect(body(send(text))).rejects.toMatchObject({ status: 400, code: "no-json" }),
  );
  it.each(['"\\u0000"', '"\\ud800"', "1e999"])("%s cannot be stored", async (text) =>
    expect(body(send(text))).rejects.toMatchObject({ status: 400 }),
  );
});

describe("answers", () => {
  const ask = (handler: Parameters<typeof route>[0], path = "/api", parameters: object = {}) =>
    route(handler)(new Request(`http://fichier.test${path}`), { params: Promise.resolve(parameters) });

  it.each([
    ["/api?id=%00", {}],
    ["/api", { id: "a\u0000" }],
    ["/api", { id: "\ud800" }],
    ["/api", { id: ["a"] }],
    ["/api", { id: [] }],
    ["/api", { all: ["x", "\u0000"] }],
  ])("%s with %j is no text that can be looked for", async (path, parameters) => {
    const handler = vi.fn();
    const response = await ask(handler, path, parameters);
    expect([response.status, handler.mock.calls.length]).toEqual([400, 0]);
  });

  it("a refusal has its words; a fault has none of its own, and is written down without the values it was about", async () => {
    const written = vi.spyOn(console, "error").mockImplementation(() => undefined);
    expect(
      (await ask(async () => Promise.reject(new Refusal(409, "stale", "Changed."))).then((r) =>
        r.json(),
      )) as object,
    ).toEqual({ error: { code: "stale", message: "Changed." } });
    const fault = new Error(
      "Failed query: select * from account_sign_in where token = $1\nparams: SECRETTOKEN",
      { cause: new Error("boom") },
    );
    const response = await ask(async () => Promise.reject(fault));
    expect(response.status).toBe(500);
    expect(await response.text()).not.toContain("SECRETTOKEN");
    const said = written.mock.calls.flat().join("\n");
    expect(said).toContain("account_sign_in");
    expect(said).toContain("boom");
    // Where it was thrown, of each of the two.
    expect(said.match(/^\s+at .*route\.test\.ts/gm)?.length).toBeGreaterThanOrEqual(2);
    expect(said).not.toContain("SECRETTOKEN");
  });
});
