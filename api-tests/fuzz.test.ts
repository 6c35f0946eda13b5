import { readdirSync } from "node:fs";
import { dirname, join as joinPath } from "node:path";
import fc from "fast-check";
import type Joi from "joi";
import { beforeAll, describe, it, vi } from "vitest";
import { v7 as newId } from "uuid";
import { allOperations } from "@/server/api/openapi";
import { schemasOf } from "../src/core/api/schemas";
import type { Operation } from "@/core/api/operation";
import { makeScenarios } from "./scenarios";
import { request } from "./world";

/*
 * Everything that can be asked for, asked with what nobody should send: whatever comes, it is a refusal or an answer,
 * never a fault.
 */
type Handler = (request: Request, context: { params: Promise<Record<string, unknown>> }) => Promise<Response>;
const api = joinPath(import.meta.dirname, "../src/app/api");
const handlers = new Map<string, Record<string, Handler>>();
for (const folder of readdirSync(api, { recursive: true })
  .map(String)
  .filter((f) => f.endsWith("route.ts"))
  .map((f) => dirname(f)))
  handlers.set(folder, (await import(joinPath(api, folder, "route.ts"))) as Record<string, Handler>);
const folderOf = (path: string) =>
  path
    .slice(1)
    .replace(/\/commands\/[a-z-]+$/, "/commands/{command}")
    .replaceAll("{", "[")
    .replaceAll("}", "]");

let world: Awaited<ReturnType<typeof makeScenarios>>;
beforeAll(async () => {
  world = await makeScenarios();
});

const strange = fc.constantFrom<unknown>(
  "",
  " ",
  "\u0000",
  "a\u0000b",
  "\ud800",
  "\udfff\ud800",
  "\ufffd",
  "'; drop table card; --",
  "%",
  "%ff",
  "../../etc/passwd",
  "{01890a5d-ac96-774b-bcce-b302099a8057}",
  "01890a5dac96774bbcceb302099a8057",
  "x".repeat(5000),
  "é".repeat(300),
  "\u202e",
  "null",
  "NaN",
  "1e400",
  "-1",
  "9999999999999999999999",
  0,
  -1,
  1,
  2 ** 31 - 1,
  2 ** 31,
  2 ** 53,
  -(2 ** 53),
  1e-50,
  1e308,
  0.1,
  true,
  false,
  null,
  [],
  {},
  [[]],
  [null],
  { $ne: 1 },
  { __proto__: 1, constructor: 1 },
  newId(),
  [newId()],
  "0".repeat(64),
  ["0".repeat(64)],
  "audio",
  "image",
  "library",
  "member",
  "session",
  "undo",
  "redo",
  "owner",
  "wav",
  { medium: "audio", settings: [] },
  { medium: "audio", settings: [{ effect: "audio.gain", values: { gain: 1e300 }, on: true, mix: 1e300 }] },
  { medium: "image", settings: [{ effect: "image.lut", values: { table: "x" }, on: true, mix: -5 }] },
  {
    medium: "video",
    settings: [{ effect: "\u0000", values: { "\u0000": "\ud800" }, on: true, mix: 1e-320 }],
  },
);

const keysOf = (schema: Joi.ObjectSchema | undefined) =>
  Object.keys((schema?.describe().keys as object | undefined) ?? {});
/** The fields that a schema names, each with something strange or left out, and now and then one that it does not name. */
const fields = (schema: Joi.ObjectSchema | undefined, values: fc.Arbitrary<unknown>) =>
  fc.record(
    Object.fromEntries(
      [...keysOf(schema), "other"].map((key) => [
        key,
        fc.oneof(
          { arbitrary: values, weight: 4 },
          { arbitrary: fc.anything({ withNullPrototype: false, maxDepth: 3 }), weight: 1 },
        ),
      ]),
    ),
    { requiredKeys: [] },
  );

/** What is really there, so that strange values come further than the first check. */
const real = () => ({ sessionId: world.sessionId, targetIds: world.targetIds, targetId: world.targetIds[0] });

function ask(
  { method, path }: Operation,
  parameters: Record<string, unknown>,
  query: string,
  body: string | undefined,
): Promise<Response> {
  const command = /\/commands\/([a-z-]+)$/.exec(path)?.[1];
  const params = {
    libraryId: world.libraryId,
    streamId: newId(),
    revision: "1",
    copy: "planes",
    token: "none",
    ...(command && { command }),
    ...parameters,
  };
  const asked = request(`/api/test?${query}`, {
    method,
    cookie: world.owner.cookie,
    ...(method !== "GET" && { body: body ?? "{}" }),
  });
  return handlers.get(folderOf(path))![method](asked, { params: Promise.resolve(params) });
}

describe.each(allOperations.map((o) => [`${o.method} ${o.path}`, o] as const))("%s", (name, operation) => {
  it("never fails on anything that it is sent", async () => {
    const written = vi.spyOn(console, "error").mockImplementation(() => undefined);
    const names = [...operation.path.matchAll(/\{(\w+)\}/g)]
      .map(([, parameter]) => parameter)
      .filter((parameter) => parameter !== "libraryId");
    await fc.assert(
      fc.asyncProperty(
        fields(schemasOf(operation).body, strange),
        fields(schemasOf(operation).query, strange),
        fc.record(Object.fromEntries(names.map((n) => [n, strange])), { requiredKeys: [] }),
        fc.boolean(),
        async (body, query, parameters, withReal) => {
          const search = Object.entries(query)
            .map(
              ([key, value]) =>
                `${encodeURIComponent(key)}=${encodeURIComponent(String(typeof value === "object" ? JSON.stringify(value) : typeof value === "symbol" ? "" : value).toWellFormed())}`,
            )
            .join("&");
          let text: string | undefined;
          try {
            text = JSON.stringify(withReal ? { ...body, ...real() } : body, (_, value: unknown) =>
              typeof value === "bigint" ? Number(value) : value,
            );
          } catch {
            text = undefined;
          }
          const response = await ask(
            operation,
            Object.fromEntries(
              Object.entries(parameters).map(([key, value]) => [
                key,
                Array.isArray(value) ? value.map(String) : String(value),
              ]),
            ),
            search,
            text,
          );
          await response.body?.cancel();
          if (response.status >= 500 && response.status !== 503 && response.status !== 507)
            throw new Error(
              `${name} answered ${response.status} to ${text}: ${written.mock.calls.flat().join(" ")}`,
            );
        },
      ),
      { numRuns: 25, interruptAfterTimeLimit: 20_000 },
    );
    written.mockRestore();
  }, 60_000);
});
