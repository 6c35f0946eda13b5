import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import * as commandRoute from "@/app/api/libraries/[libraryId]/commands/[command]/route";
import * as sessionRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/route";
import { database } from "@/db/connection";
import { answer, highPass, join, newLibrary, origin, request, signIn, type Person } from "./world";
import { commands } from "@/server/commands";

let owner: Person;
let outsider: Person;
let viewer: Person;
let sessionId: string;
let targetIds: string[];

beforeAll(async () => {
  const made = await newLibrary();
  ({ sessionId, targetIds } = made);
  owner = await join(made.libraryId, "owner");
  viewer = await join(made.libraryId, "viewer");
  outsider = await join((await newLibrary()).libraryId, "owner");
});

describe("roles", () => {
  it.each(commands.filter((c) => c.right !== "own" && c.right !== "read").map((c) => [c.name]))(
    "a viewer may not %s",
    async (name) => {
      const before = await owner.rows(sessionId);
      expect((await viewer.run(name, {})).status).toBe(403);
      expect(await owner.rows(sessionId)).toEqual(before);
    },
  );
  it("a member cannot reach another library's rows by their ids", async () => {
    const cardId = (
      await owner.run<{ cardId: string }>("keep-card", { name: "Secret", path: "Vault", chain: highPass() })
    ).body.result.cardId;
    const folderId = (await owner.rows()).folder[0].id;
    const before = await owner.rows(sessionId);
    for (const [command, body] of [
      ["edit-card", { cardId, name: "Stolen" }],
      ["revise-card", { cardId, chain: highPass(99) }],
      ["move-cards", { cardIds: [cardId], path: "" }],
      ["withdraw-cards", { cardIds: [cardId], withdrawn: true }],
      ["set-alias", { cardId, text: "x" }],
      ["rate-cards", { cardIds: [cardId], stars: 3 }],
      ["bind-key", { key: "1", cardId }],
      ["edit-folder", { folderId, name: "x" }],
      ["remove-folder", { folderId }],
      ["move-folder", { folderId, parentId: null }],
      ["create-folder", { parentId: folderId, name: "x" }],
      ["set-chain", { sessionId, targetId: targetIds[0], strength: 1 }],
      ["apply-card", { sessionId, targetIds, cardId }],
    ] as const)
      expect([command, (await outsider.run(command, body)).status]).toEqual([command, 404]);
    expect(await owner.rows(sessionId)).toEqual(before);
  });
});

describe("bad requests", () => {
  it("for sessions that are not there find nothing", async () => {
    for (const id of ["garbage", "0192f0c1-0000-7abc-8def-0123456789ab"]) {
      expect(
        (
          await sessionRoute.GET(request("/api/test", { cookie: owner.cookie }), {
            params: Promise.resolve({ libraryId: owner.libraryId, sessionId: id }),
          })
        ).status,
      ).toBe(404);
    }
    expect(
      (
        await owner.run("set-chain", {
          sessionId: "0192f0c1-0000-7abc-8def-0123456789ab",
          targetId: targetIds[0],
          strength: 3,
        })
      ).body.error,
    ).toMatchObject({ code: "no-session" });
  });
  it("that are no JSON, or far too long, get an error that says so", async () => {
    const send = async (body: string) =>
      answer<{ error: { code: string } }>(
        await commandRoute.POST(request("/api/test", { method: "POST", cookie: owner.cookie, body }), {
          params: Promise.resolve({ libraryId: owner.libraryId, command: "create-folder" }),
        }),
      );
    expect(await send("{")).toMatchObject({ status: 400, body: { error: { code: "no-json" } } });
    expect(await send(`"${"x".repeat(1_100_000)}"`)).toMatchObject({
      status: 413,
      body: { error: { code: "too-long" } },
    });
  });
});

describe("signing in", () => {
  it("stores passwords by scrypt and sets a cookie that scripts and other sites cannot use", async () => {
    const { rows } = await database().execute<{ password: string }>(
      sql`select password from account_credential limit 1`,
    );
    // Salt and key of 64 bytes, in hexadecimal.
    expect(rows[0].password).toMatch(/^[0-9a-f]{32}:[0-9a-f]{128}$/);
    const { POST } = await import("@/app/api/auth/[...all]/route");
    const response = await POST(
      request("/api/auth/sign-in/email", {
        method: "POST",
        body: { email: owner.email, password: "correct horse battery" },
      }),
      { params: Promise.resolve({}) },
    );
    expect(response.headers.getSetCookie().join()).toMatch(/HttpOnly/i);
    expect(response.headers.getSetCookie().join()).toMatch(/SameSite=Lax/i);
  });
  it("refuses a wrong password, and strangers who want to sign up", async () => {
    expect((await signIn(owner.email, "wrong password")).status).toBe(401);
    const { POST } = await import("@/app/api/auth/[...all]/route");
    const response = await POST(
      request("/api/auth/sign-up/email", {
        method: "POST",
        body: { email: "new@people.example", password: "long enough too", name: "x" },
        headers: { origin },
      }),
      { params: Promise.resolve({}) },
    );
    expect(response.status).toBeGreaterThanOrEqual(400);
  });
});
