import { v7 as newId } from "uuid";
import { describe, expect, it } from "vitest";
import { sql } from "drizzle-orm";
import { database } from "@/db/connection";
import * as authRoute from "@/app/api/auth/[...all]/route";
import * as passwordRoute from "@/app/api/account/password/route";
import * as invitationsRoute from "@/app/api/libraries/[libraryId]/invitations/route";
import * as acceptRoute from "@/app/api/invitations/[token]/accept/route";
import * as librariesRoute from "@/app/api/libraries/route";
import * as keysRoute from "@/app/api/libraries/[libraryId]/keys/route";
import * as settingsRoute from "@/app/api/libraries/[libraryId]/settings/route";
import { addUser } from "@/server/accounts";
import { found, foundingPath, readFounding } from "@/server/founding";
import { replaceFounding } from "@/db/accounts";
import { hashToken } from "@/server/tokens";
import { answer, join, newLibrary, password, request, signIn } from "./world";

type Refused = { error?: { code: string; field?: string; hint?: string } };
const none = { params: Promise.resolve({}) };
const change = async (cookie: string, current: string, next: string) =>
  answer<Refused>(
    await passwordRoute.POST(
      request("/api/account/password", { method: "POST", cookie, body: { current, next } }),
      none,
    ),
  );
const isSignedIn = async (cookie: string) =>
  (await librariesRoute.GET(request("/api/libraries", { cookie }), none)).status === 200;

describe("changing a password", () => {
  it("wants the present one, ends all other sign-ins, and keeps this one", async () => {
    const person = await join((await newLibrary()).libraryId, "editor");
    const { cookie: elsewhere } = await signIn(person.email);
    const next = "kelp lantern 43 foreshore";
    expect(await change(person.cookie, "something else", next)).toMatchObject({
      status: 403,
      body: { error: { code: "wrong-password", field: "current" } },
    });
    expect(await change(person.cookie, password, next)).toMatchObject({ status: 200 });
    expect([await isSignedIn(person.cookie), await isSignedIn(elsewhere)]).toEqual([true, false]);
    expect([(await signIn(person.email)).status, (await signIn(person.email, next)).status]).toEqual([
      401, 200,
    ]);
  });

  it.each([
    ["short", /10 to 128/],
    ["password123", /./],
    ["qwertyuiop", /./],
    ["aaaaaaaaaaaa", /./],
    ["1234567890", /./],
  ])("refuses %s, with a remedy", async (next, words) => {
    const person = await join((await newLibrary()).libraryId, "editor");
    const { status, body } = await change(person.cookie, password, next);
    expect([status, body.error]).toMatchObject([
      400,
      { code: "weak-password", field: "next", hint: expect.any(String) as string },
    ]);
    expect(JSON.stringify(body)).toMatch(words);
  });

  it("refuses one that is made of who its owner is, and the present one", async () => {
    const person = await join((await newLibrary()).libraryId, "editor");
    expect((await change(person.cookie, password, "editor1984!")).body.error?.code).toBe("weak-password");
    expect((await change(person.cookie, password, password)).body.error?.code).toBe("same-password");
  });

  it("lets nobody guess the present one for long", async () => {
    const person = await join((await newLibrary()).libraryId, "editor");
    const answers = await Promise.all(
      Array.from({ length: 30 }, (_, i) => change(person.cookie, `guess ${i}`, "kelp lantern 43 foreshore")),
    );
    expect(answers.filter(({ status }) => status === 429).length).toBeGreaterThan(15);
  }, 60_000);
});

describe("what the auth library offers besides", () => {
  it.each([
    "/update-user",
    "/change-password",
    "/change-email",
    "/delete-user",
    "/sign-up/email",
    "/list-sessions",
    "/../libraries",
  ])("%s cannot be asked for", async (path) => {
    const { cookie } = await join((await newLibrary()).libraryId, "editor");
    const response = await authRoute.POST(
      request(`/api/auth${path}`, { method: "POST", cookie, body: { name: "x".repeat(100) } }),
      none,
    );
    expect(response.status).toBe(404);
  });
  it("takes no more than 16 kB, whatever the name", async () => {
    const response = await authRoute.POST(
      request("/api/auth/sign-in/email", {
        method: "POST",
        body: { email: "x".repeat(17_000), password: "y" },
      }),
      none,
    );
    expect(response.status).toBe(413);
  });
  it("leaving the desk clears what was fetched", async () => {
    const person = await join((await newLibrary()).libraryId, "editor");
    const response = await authRoute.POST(
      request("/api/auth/sign-out", { method: "POST", cookie: person.cookie, body: {} }),
      none,
    );
    expect([response.status, response.headers.get("clear-site-data")]).toEqual([200, '"cache"']);
  });
});

describe("an invitation", () => {
  it("that eight take up at once makes one account and one member", async () => {
    const { libraryId } = await newLibrary();
    const owner = await join(libraryId, "owner");
    const { token } = (
      await answer<{ token: string }>(
        await invitationsRoute.POST(
          request("/api/test", { method: "POST", cookie: owner.cookie, body: { role: "editor" } }),
          { params: Promise.resolve({ libraryId }) },
        ),
      )
    ).body;
    const mark = newId();
    const taken = await Promise.all(
      Array.from({ length: 8 }, async (_, i) => {
        const account = {
          name: `Guest ${i}`,
          email: `guest-${i}-${mark}@people.example`,
          password: "kelp lantern 43 foreshore",
        };
        return (
          await acceptRoute.POST(request("/api/test", { method: "POST", body: { account } }), {
            params: Promise.resolve({ token }),
          })
        ).status;
      }),
    );
    expect(taken.sort()).toEqual([200, ...Array<number>(7).fill(404)]);
    const { rows } = await database().execute<{ n: number }>(
      sql`select count(*)::int as n from account_user where email like ${`guest-%-${mark}@people.example`}`,
    );
    expect(rows[0].n).toBe(1);
    expect((await owner.rows()).member).toHaveLength(2);
  });
});

describe("keys for scripts", () => {
  const makeKey = async (libraryId: string, cookie: string, body: object) =>
    (
      await answer<{ token: string; key: { id: string; expiresAt: string } }>(
        await keysRoute.POST(request("/api/test", { method: "POST", cookie, body }), {
          params: Promise.resolve({ libraryId }),
        }),
      )
    ).body;
  const libraries = async (token: string) =>
    (
      await librariesRoute.GET(
        request("/api/libraries", { headers: { authorization: `Bearer ${token}` } }),
        none,
      )
    ).json() as Promise<{ libraries?: { id: string }[] }>;

  it("see their own library alone, and change no settings where they only look", async () => {
    const [{ libraryId }, other] = [await newLibrary(), await newLibrary()];
    const owner = await join(libraryId, "owner");
    await database().execute(
      sql`insert into member (id, library_id, user_id, name, role) values (${newId()}, ${other.libraryId}, ${owner.id}, 'owner', 'owner')`,
    );
    const { token } = await makeKey(libraryId, owner.cookie, { name: "Looks", scope: "look" });
    expect((await libraries(token)).libraries!.map((l) => l.id)).toEqual([libraryId]);
    const settings = await settingsRoute.PATCH(
      request("/api/test", {
        method: "PATCH",
        headers: { authorization: `Bearer ${token}` },
        body: { bareKeys: false },
      }),
      { params: Promise.resolve({ libraryId }) },
    );
    expect(settings.status).toBe(403);
  });

  it("end after the days they were made for", async () => {
    const { libraryId } = await newLibrary();
    const owner = await join(libraryId, "owner");
    const { token, key } = await makeKey(libraryId, owner.cookie, { name: "A week", scope: "look", days: 7 });
    expect(Math.round((Date.parse(key.expiresAt) - Date.now()) / 86_400_000)).toBe(7);
    expect((await libraries(token)).libraries).toHaveLength(1);
    await database().execute(
      sql`update script_key set expires_at = now() - interval '1 second' where id = ${key.id}`,
    );
    expect((await libraries(token)).libraries).toBeUndefined();
    const listed = await answer<{ keys: object[] }>(
      await keysRoute.GET(request("/api/test", { cookie: owner.cookie }), {
        params: Promise.resolve({ libraryId }),
      }),
    );
    expect(listed.body.keys).toEqual([]);
  });
});

describe("the first link", () => {
  it("is for an empty database alone, and makes one owner and one library, once", async () => {
    expect(await foundingPath(database())).toBeNull();
    const token = "fichier_begin_for_a_test";
    await replaceFounding(database(), hashToken(token), new Date(Date.now() + 60_000));
    const mark = newId();
    expect(await readFounding(token)).toEqual({ open: true });
    const ask = (i: number) =>
      found(token, {
        library: `Yard ${mark}`,
        account: {
          name: "First",
          email: `first-${i}-${mark}@people.example`,
          password: "kelp lantern 43 foreshore",
        },
      });
    const results = await Promise.allSettled([ask(1), ask(2), ask(3)]);
    expect(results.filter((r) => r.status === "fulfilled")).toHaveLength(1);
    const { rows } = await database().execute<{ role: string }>(
      sql`select role from member join library on library.id = library_id where library.name = ${`Yard ${mark}`}`,
    );
    expect(rows).toEqual([{ role: "owner" }]);
  });
  it("goes on after a founding that was killed between account and library", async () => {
    const email = `killed-${newId()}@people.example`;
    await addUser("Killed", email, "kelp lantern 43 foreshore");
    await replaceFounding(database(), hashToken("killed"), new Date(Date.now() + 60_000));
    const account = { name: "First", email: email.toUpperCase(), password: "sea holly 91 breakwater" };
    const { libraryId } = await found("killed", { library: "Yard again", account });
    const { rows } = await database().execute(
      sql`select name, role from member where library_id = ${libraryId}`,
    );
    expect(rows).toEqual([{ name: "First", role: "owner" }]);
    // Who is a member somewhere is no leftover.
    await replaceFounding(database(), hashToken("again"), new Date(Date.now() + 60_000));
    await expect(found("again", { library: "Third", account })).rejects.toMatchObject({
      code: "known-email",
    });
  });
  it("makes nobody with a weak password", async () => {
    await replaceFounding(database(), hashToken("weak"), new Date(Date.now() + 60_000));
    await expect(
      found("weak", {
        library: "Yard",
        account: { name: "First", email: `${newId()}@people.example`, password: "password1234" },
      }),
    ).rejects.toMatchObject({ code: "weak-password", details: { field: "account.password" } });
  });
});

it("the application is nobody of power in its database", async () => {
  const { rows } = await database().execute(
    sql`select rolsuper, rolcreatedb, rolcreaterole, rolbypassrls from pg_roles where rolname = current_user`,
  );
  expect(rows).toEqual([{ rolsuper: false, rolcreatedb: false, rolcreaterole: false, rolbypassrls: false }]);
});
