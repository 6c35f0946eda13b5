import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import sharp from "sharp";
import { dirname, join as joinPath } from "node:path";
import { v7 as newId } from "uuid";
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { may, roles, scopeAllows, type KeyScope, type Right } from "@/core/library/roles";
import { writeWav } from "@/core/formats/wav/write";
import { database } from "@/db/connection";
import { replaceFounding } from "@/db/accounts";
import { jobs } from "@/server/jobs/queue";
import { makeToken } from "@/server/tokens";
import { allOperations, openApi } from "@/server/api/openapi";
import { schemasOf } from "../src/core/api/schemas";
import type { Operation } from "@/core/api/operation";
import { apart, fresh, makeScenarios } from "./scenarios";
import { highPass, join, newLibrary, password, request, signIn, type Person } from "./world";

/*
 * Exercises what the OpenAPI document describes, operation by operation, over the route handlers that are really there:
 * each with a good request, a bad one, and by those who have no right to it.
 */
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;
type Handlers = Partial<Record<Operation["method"], Handler>>;

const api = joinPath(import.meta.dirname, "../src/app/api");
const folders = readdirSync(api, { recursive: true })
  .map(String)
  .filter((f) => f.endsWith("route.ts"))
  .map((f) => dirname(f));
/** Where a path of the document is served; all commands by one route. */
const folderOf = (path: string) =>
  path
    .slice(1)
    .replace(/\/commands\/[a-z-]+$/, "/commands/{command}")
    .replaceAll("{", "[")
    .replaceAll("}", "]");

const handlers = new Map<string, Handlers>();
for (const folder of folders)
  handlers.set(folder, (await import(joinPath(api, folder, "route.ts"))) as Handlers);

type World = Awaited<ReturnType<typeof makeScenarios>>;
let world: World;
let others: Record<(typeof roles)[number], Person>;
let outsider: Person;
let ended: string;
let keys: Record<KeyScope, string>;
let revoked: string;
let foreignKey: string;
let streamId: string;

async function makeKey(person: Person, scope: KeyScope): Promise<{ token: string; id: string }> {
  const { POST } = handlers.get("libraries/[libraryId]/keys")!;
  const made = await POST!(
    request("/api/test", { method: "POST", cookie: person.cookie, body: { name: fresh("Script"), scope } }),
    { params: Promise.resolve({ libraryId: person.libraryId }) },
  );
  const { token, key } = (await made.json()) as { token: string; key: { id: string } };
  return { token, id: key.id };
}

beforeAll(async () => {
  world = await makeScenarios();
  const { libraryId, owner } = world;
  others = {
    owner,
    curator: await join(libraryId, "curator"),
    editor: await join(libraryId, "editor"),
    viewer: await join(libraryId, "viewer"),
  };
  outsider = await join((await newLibrary()).libraryId, "owner");
  const { cookie } = await signIn(others.viewer.email);
  await database().execute(
    sql`delete from account_sign_in where token = ${decodeURIComponent(cookie.split("=")[1]).split(".")[0]}`,
  );
  ended = cookie;
  keys = {
    look: (await makeKey(owner, "look")).token,
    sessions: (await makeKey(owner, "sessions")).token,
    library: (await makeKey(owner, "library")).token,
  };
  foreignKey = (await makeKey(outsider, "library")).token;
  const gone = await makeKey(owner, "library");
  const { POST } = handlers.get("libraries/[libraryId]/keys/[keyId]/revoke")!;
  expect(
    (
      await POST!(request("/api/test", { method: "POST", cookie: owner.cookie, body: {} }), {
        params: Promise.resolve({ libraryId, keyId: gone.id }),
      })
    ).status,
  ).toBe(200);
  revoked = gone.token;
  const made = await owner.run("create-folder", { parentId: null, name: fresh("First") });
  streamId = made.body.change!.streamId;
});

interface Asked {
  readonly cookie?: string;
  readonly key?: string;
  readonly body?: unknown;
  readonly query?: string;
  readonly parameters?: Record<string, string>;
  readonly headers?: Record<string, string>;
  readonly file?: Uint8Array;
}

/** Asks as described; parameters that are not given are those of something that is not there. */
async function ask(
  { method, path }: Operation,
  { cookie, key, body, query = "", parameters = {}, headers, file }: Asked,
) {
  const command = /\/commands\/([a-z-]+)$/.exec(path)?.[1];
  const params = {
    libraryId: world.libraryId,
    sessionId: newId(),
    cardId: newId(),
    renderId: newId(),
    keyId: newId(),
    invitationId: newId(),
    streamId,
    revision: "1",
    mediaId: "0".repeat(64),
    copy: "planes",
    frame: "0",
    token: "none",
    ...(command && { command }),
    ...parameters,
  };
  const asked = request(`/api/test?${query}`, {
    method,
    cookie,
    headers: { ...headers, ...(key && { authorization: `Bearer ${key}` }) },
    ...(method !== "GET" && !file && { body: body ?? {} }),
  });
  const sent = file ? new Request(asked, { body: file as BodyInit }) : asked;
  const response = await handlers.get(folderOf(path))![method]!(sent, { params: Promise.resolve(params) });
  if (response.headers.get("content-type")?.startsWith("text/event-stream")) {
    await response.body!.cancel();
    return { status: response.status, body: {} as Answered };
  }
  const type = response.headers.get("content-type") ?? "";
  return {
    status: response.status,
    body: (type.includes("json")
      ? await response.json()
      : { bytes: (await response.arrayBuffer()).byteLength }) as Answered,
  };
}
interface Answered {
  readonly error?: { readonly code: string; readonly message: string };
  readonly [key: string]: unknown;
}

/** A card, a rendering and so on that are really there, for the operations that want one. */
const good: Record<string, () => Promise<Asked>> = {
  "GET /libraries/{libraryId}/contents": async () => ({ query: `of=${"0".repeat(64)}` }),
  "GET /libraries/{libraryId}/search": async () => ({ query: "q=room&limit=5&explain=true" }),
  "GET /libraries/{libraryId}/imprints": async () => ({ query: "medium=image" }),
  "GET /libraries/{libraryId}/changes": async () => ({ query: "stream=library&since=0" }),
  "GET /libraries/{libraryId}/history": async () => ({ query: "words=first" }),
  "POST /libraries/{libraryId}/take-back": async () => ({ body: { direction: "redo" } }),
  "GET /libraries/{libraryId}/cards/{cardId}/file": async () => ({
    parameters: { cardId: await world.keep() },
  }),
  "GET /libraries/{libraryId}/cards/{cardId}/rating": async () => ({
    parameters: { cardId: await world.keep() },
  }),
  "GET /libraries/{libraryId}/members/{memberId}/view": async () => ({
    parameters: { memberId: (await world.owner.rows()).member[0].id as string },
  }),
  "GET /libraries/{libraryId}/cards/{cardId}/versions": async () => ({
    parameters: { cardId: await world.keep() },
  }),
  "GET /libraries/{libraryId}/sessions/{sessionId}": async () => ({
    parameters: { sessionId: world.sessionId },
  }),
  "GET /libraries/{libraryId}/sessions/{sessionId}/timeline": async () => ({
    parameters: { sessionId: world.sessionId },
  }),
  "POST /libraries/{libraryId}/material/find": async () => ({ body: { names: ["tone.wav"] } }),
  "POST /libraries/{libraryId}/material": async () => ({
    query: "name=tone.wav",
    file: writeWav({ planes: [new Float32Array(100)], sampleRate: 8000 }),
  }),
  "GET /libraries/{libraryId}/media/{mediaId}": async () => ({ parameters: { mediaId: await aTone() } }),
  "GET /libraries/{libraryId}/media/{mediaId}/{copy}": async () => ({
    parameters: { mediaId: await aTone() },
  }),
  "GET /libraries/{libraryId}/media/{mediaId}/window": async () => {
    const file = await sharp({ create: { width: 8, height: 6, channels: 3, background: "teal" } })
      .png()
      .toBuffer();
    const { body } = await ask(find("POST", "/libraries/{libraryId}/material"), {
      cookie: world.owner.cookie,
      query: "name=teal.png",
      file,
    });
    return {
      parameters: { mediaId: (body as unknown as { media: { id: string } }).media.id },
      query: "left=1&top=2&width=3&height=4",
    };
  },
  "GET /libraries/{libraryId}/media/{mediaId}/frames/{frame}": async () => {
    const clip = joinPath(mkdtempSync(joinPath(tmpdir(), "fichier-openapi-")), "clip.mkv");
    execFileSync("ffmpeg", [
      ...[
        "-v",
        "error",
        "-f",
        "lavfi",
        "-i",
        "testsrc2=size=32x24:rate=25:duration=0.2",
        "-c:v",
        "ffv1",
        clip,
      ],
    ]);
    const { body } = await ask(find("POST", "/libraries/{libraryId}/material"), {
      cookie: world.owner.cookie,
      query: "name=clip.mkv",
      file: readFileSync(clip),
    });
    rmSync(dirname(clip), { recursive: true });
    return { parameters: { mediaId: (body as unknown as { media: { id: string } }).media.id, frame: "3" } };
  },
  "POST /libraries/{libraryId}/renders": async () => ({
    body: { sessionId: world.sessionId, targetIds: world.targetIds, format: "wav" },
  }),
  "POST /libraries/{libraryId}/renders/in-place": async () => {
    const [targetId] = world.targetIds;
    await world.owner.run("set-chain", { sessionId: world.sessionId, targetId, chain: highPass() });
    return { body: { sessionId: world.sessionId, targetIds: [targetId] } };
  },
  "GET /libraries/{libraryId}/renders/{renderId}": async () => ({
    parameters: { renderId: await rendering() },
  }),
  "POST /libraries/{libraryId}/renders/{renderId}/cancel": async () => ({
    parameters: { renderId: await rendering() },
  }),
  "POST /libraries/{libraryId}/faults": async () => ({
    body: { number: "K7Q2M9", where: "/bench", words: "x is not a function", stack: "at y" },
  }),
  "PATCH /libraries/{libraryId}/settings": async () => ({ body: { bareKeys: false } }),
  "POST /libraries/{libraryId}/keys": async () => ({ body: { name: "Nightly", scope: "look" } }),
  "POST /libraries/{libraryId}/keys/{keyId}/revoke": async () => ({
    parameters: { keyId: (await makeKey(world.owner, "look")).id },
  }),
  "POST /libraries/{libraryId}/invitations": async () => ({ body: { role: "editor" } }),
  "POST /libraries/{libraryId}/invitations/{invitationId}/revoke": async () => ({
    parameters: { invitationId: (await invited()).id },
  }),
  "POST /libraries/{libraryId}/material/remove": async () => ({ body: { ids: ["0".repeat(64)] } }),
  "GET /health/ready": async () => {
    await jobs();
    return {};
  },
  "POST /account/password": async () => {
    const person = await join(world.libraryId, "viewer");
    return { cookie: person.cookie, body: { current: password, next: "foghorn marmalade nineteen" } };
  },
  "GET /founding/{token}": async () => ({ parameters: { token: await begun() } }),
  "POST /founding/{token}": async () => ({
    parameters: { token: await begun() },
    body: {
      library: "First",
      account: { name: "First one", email: `${newId()}@people.example`, password: "long enough for this" },
    },
  }),
  "GET /invitations/{token}": async () => ({ parameters: { token: (await invited()).token } }),
  "POST /invitations/{token}/accept": async () => ({
    parameters: { token: (await invited()).token },
    body: {
      account: { name: "New one", email: `${newId()}@people.example`, password: "long enough for this" },
    },
  }),
};
const find = (method: string, path: string) =>
  allOperations.find((o) => o.method === method && o.path === path)!;
async function aTone(): Promise<string> {
  const { body } = await ask(find("POST", "/libraries/{libraryId}/material"), {
    cookie: world.owner.cookie,
    query: "name=tone.wav",
    file: writeWav({ planes: [new Float32Array(100)], sampleRate: 8000 }),
  });
  return (body as unknown as { media: { id: string } }).media.id;
}
async function rendering(): Promise<string> {
  const { body } = await ask(find("POST", "/libraries/{libraryId}/renders"), {
    cookie: world.owner.cookie,
    body: { sessionId: world.sessionId, targetIds: world.targetIds, format: "wav" },
  });
  return (body as unknown as { render: { id: string } }).render.id;
}
async function invited(): Promise<{ id: string; token: string }> {
  const { body } = await ask(find("POST", "/libraries/{libraryId}/invitations"), {
    cookie: world.owner.cookie,
    body: { role: "viewer" },
  });
  const { invitation, token } = body as unknown as { invitation: { id: string }; token: string };
  return { id: invitation.id, token };
}
async function begun(): Promise<string> {
  const { token, hash } = makeToken("fichier_begin");
  await replaceFounding(database(), hash, new Date(Date.now() + 60_000));
  return token;
}
/** Answers only when a worker has made something; the browser tests see to it. */
const elsewhere = [
  "GET /libraries/{libraryId}/renders/{renderId}/file",
  ...apart.map((name) => `POST /libraries/{libraryId}/commands/${name}`),
];

const list = allOperations.map((o) => [`${o.method} ${o.path}`, o] as const);
const ofLibrary = list.filter(([, o]) => o.path.includes("{libraryId}"));
const isRight = (needs: Operation["needs"]): needs is Right => !["none", "person", "user"].includes(needs);

describe("the document", () => {
  it("describes every route that there is, and none that there is not", () => {
    const there = folders
      .filter((f) => !f.startsWith("auth"))
      .flatMap((f) =>
        (["GET", "POST", "PATCH", "PUT", "DELETE"] as const)
          .filter((m) => (handlers.get(f) as Record<string, unknown>)[m])
          .map((m) => `${m} ${f}`),
      );
    expect([...new Set(allOperations.map((o) => `${o.method} ${folderOf(o.path)}`))].sort()).toEqual(
      there.sort(),
    );
  });
  it("says of each operation who may ask, by the words of the right", () => {
    const words: Record<string, RegExp> = {
      none: /^Anybody may ask\.$/,
      user: /^For whoever is signed in, and for keys\.$/,
      person: /^For members who are signed in; keys may not\.$/,
      read: /^For members who may \w+/,
    };
    const document = openApi();
    for (const { method, path, needs } of allOperations) {
      const at = document.paths[path.replaceAll(/:(\w+)/g, "{$1}")] ?? document.paths[path];
      const { description } = (at as Record<string, { description: string }>)[method.toLowerCase()];
      expect(description.split("\n").some((line) => (words[needs] ?? words.read).test(line))).toBe(true);
    }
  });
  it("names each operation once, and refers to nothing that it does not hold", () => {
    const document = openApi();
    const described = Object.values(document.paths).flatMap((methods) => Object.values(methods)) as {
      operationId: string;
    }[];
    expect(new Set(described.map((d) => d.operationId)).size).toBe(allOperations.length);
    expect([...new Set(JSON.stringify(document).match(/"#\/[^"]+"/g))]).toEqual([
      '"#/components/schemas/Error"',
    ]);
    expect(JSON.parse(JSON.stringify(document))).toEqual(document);
  });
});

describe.each(list)("%s", (name, operation) => {
  const { needs, body, query, takesFile } = operation;
  if (!elsewhere.includes(name))
    it("answers a good request", async () => {
      const command = /\/commands\/([a-z-]+)$/.exec(name)?.[1];
      const asked = command ? { body: await world.inputs[command]() } : ((await good[name]?.()) ?? {});
      const { status, body } = await ask(operation, {
        cookie: needs === "none" ? undefined : world.owner.cookie,
        ...asked,
      });
      expect(body.error).toBeUndefined();
      expect(status).toBe(200);
    });
  if (body && !takesFile)
    it("refuses a body that is not as described, with words", async () => {
      // An empty body is fine where nothing is asked for.
      if (Object.keys(schemasOf(operation).body!.describe().keys as object).length === 0) return;
      const parameters: Record<string, string> = name.includes("/invitations/{token}")
        ? { token: (await invited()).token }
        : name.includes("/founding/")
          ? { token: await begun() }
          : {};
      const { status, body: answer } = await ask(operation, {
        cookie: world.owner.cookie,
        parameters,
        body: { noSuchField: 1 },
      });
      expect(status).toBe(400);
      expect(answer.error).toMatchObject({ code: "bad-input", message: expect.stringMatching(/\.$/) });
      expect((await ask(operation, { cookie: world.owner.cookie, parameters, body: [1] })).status).toBe(400);
    });
  if (query && !takesFile)
    it("refuses a query that is not as described", async () =>
      expect((await ask(operation, { cookie: world.owner.cookie, query: "noSuchField=1" })).status).toBe(
        400,
      ));
  if (operation.method !== "GET")
    it("refuses another site's page", async () => {
      for (const origin of ["http://elsewhere.example", "null", "garbage"])
        expect(
          (await ask(operation, { cookie: world.owner.cookie, headers: { origin } })).body.error?.code,
        ).toBe("foreign-origin");
    });
  if (needs !== "none")
    it("refuses strangers, forged and ended sign-ins, and keys that are revoked or made up", async () => {
      const { cookie } = world.owner;
      for (const asked of [
        {},
        { cookie: cookie.replace(/=.{8}/, "=AAAAAAAA") },
        { cookie: ended },
        { key: revoked },
        { key: `${keys.look}x` },
        { key: "x" },
      ])
        expect((await ask(operation, asked)).status).toBe(401);
      // A key that is not in force is not helped by a cookie that is.
      expect((await ask(operation, { cookie, key: revoked })).status).toBe(401);
    });
});

describe.each(ofLibrary)("%s", (_name, operation) => {
  const { needs } = operation;
  it("does not exist for members of other libraries, nor for their keys", async () => {
    for (const asked of [{ cookie: outsider.cookie }, { key: foreignKey }])
      expect(await ask(operation, asked)).toMatchObject({
        status: 404,
        body: { error: { code: "no-library" } },
      });
    expect(
      (await ask(operation, { cookie: world.owner.cookie, parameters: { libraryId: "' or 1=1 --" } })).status,
    ).toBe(404);
  });
  it("is refused to a page of a member who has left the desk", async () =>
    expect(
      (
        await ask(operation, {
          cookie: world.owner.cookie,
          headers: { "x-fichier-member": others.viewer.id },
        })
      ).body.error?.code,
    ).toBe("another-member"));
  if (isRight(needs))
    it("is refused to roles and keys without the right to it", async () => {
      for (const role of roles)
        if (!may(role, needs as Right))
          expect([role, (await ask(operation, { cookie: others[role].cookie })).body.error?.code]).toEqual([
            role,
            "no-right",
          ]);
      for (const [scope, key] of Object.entries(keys) as [KeyScope, string][])
        if (!scopeAllows(scope, needs as Right))
          expect([scope, (await ask(operation, { key })).status]).toEqual([scope, 403]);
    });
  if (needs === "person")
    it("is refused to every key", async () => {
      for (const key of Object.values(keys))
        expect((await ask(operation, { key })).body.error?.code).toBe("not-for-keys");
    });
});
