import { v7 as newId } from "uuid";
import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import type { Role } from "@/core/library/roles";
import { database } from "@/db/connection";
import * as acceptRoute from "@/app/api/invitations/[token]/accept/route";
import * as invitationRoute from "@/app/api/invitations/[token]/route";
import * as commandRoute from "@/app/api/libraries/[libraryId]/commands/[command]/route";
import * as invitationsRoute from "@/app/api/libraries/[libraryId]/invitations/route";
import * as revokeRoute from "@/app/api/libraries/[libraryId]/invitations/[invitationId]/revoke/route";
import * as keysRoute from "@/app/api/libraries/[libraryId]/keys/route";
import * as librariesRoute from "@/app/api/libraries/route";
import { answer, highPass, join, newLibrary, request, signIn, type Answer, type Person } from "./world";

type Library = Awaited<ReturnType<typeof newLibrary>>;

let libraryId: string;
let owner: Person;

beforeAll(async () => {
  ({ libraryId } = await newLibrary());
  owner = await join(libraryId, "owner");
});

type Problem = { error?: { code: string; field?: string } };
const params = <P extends object>(p: P) => ({ params: Promise.resolve({ libraryId, ...p }) });
async function invite(role: Role): Promise<{ id: string; token: string }> {
  const { body } = await answer<{ invitation: { id: string }; token: string }>(
    await invitationsRoute.POST(
      request("/api/test", { method: "POST", cookie: owner.cookie, body: { role } }),
      params({}),
    ),
  );
  return { id: body.invitation.id, token: body.token };
}
const accept = async (
  token: string,
  body: object,
  cookie?: string,
): Promise<Answer<Problem & { libraryId?: string }>> =>
  answer(
    await acceptRoute.POST(request("/api/test", { method: "POST", body, cookie }), {
      params: Promise.resolve({ token }),
    }),
  );
const look = async (token: string): Promise<Answer<Problem & { role?: string }>> =>
  answer(await invitationRoute.GET(request("/api/test"), { params: Promise.resolve({ token }) }));
const account = (email = `${newId()}@people.example`) => ({
  name: "Newcomer",
  email,
  password: "quite long enough",
});
const membersOf = async (person: Person) =>
  (await person.rows()).member as {
    id: string;
    userId: string;
    name: string;
    role: Role;
    removed: boolean;
    version: number;
  }[];
const membership = async (person: Person) => (await membersOf(owner)).find((m) => m.userId === person.id)!;

describe("an invitation", () => {
  it("lets a newcomer make an account and join, once", async () => {
    const { token } = await invite("editor");
    expect((await look(token)).body).toMatchObject({ libraryId, role: "editor", inviter: "owner" });
    const one = account();
    expect((await accept(token, { account: one })).body.libraryId).toBe(libraryId);
    const { cookie } = await signIn(one.email, one.password);
    const { body } = await answer<{ libraries: { id: string; role: string }[] }>(
      await librariesRoute.GET(request("/api/test", { cookie }), params({})),
    );
    expect(body.libraries).toEqual([{ id: libraryId, name: expect.any(String), role: "editor" }]);
    expect((await look(token)).status).toBe(404);
    expect((await accept(token, { account: account() })).body.error?.code).toBe("no-invitation");
  });

  it("is taken up by one of two who come at the same time", async () => {
    const { token } = await invite("viewer");
    const answers = await Promise.all([
      accept(token, { account: account() }),
      accept(token, { account: account() }),
    ]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 404]);
  });

  it("lets somebody join who has an account, but not twice", async () => {
    const stranger = await join((await newLibrary()).libraryId, "owner");
    const { token } = await invite("curator");
    expect((await accept(token, {}, stranger.cookie)).status).toBe(200);
    expect(await membership(stranger)).toMatchObject({ role: "curator", removed: false });
    expect((await accept((await invite("viewer")).token, {}, stranger.cookie)).body.error?.code).toBe(
      "member-already",
    );
    expect((await accept((await invite("viewer")).token, {})).status).toBe(401);
  });

  it("does not make a second account for an address, and says which field is wrong", async () => {
    const { token } = await invite("viewer");
    expect((await accept(token, { account: account(owner.email.toUpperCase()) })).body.error).toMatchObject({
      code: "known-email",
      field: "account.email",
    });
    expect((await accept(token, { account: { ...account(), password: "short" } })).body.error?.field).toBe(
      "account.password",
    );
    expect((await accept(token, { account: { ...account(), email: "nowhere" } })).body.error?.field).toBe(
      "account.email",
    );
    expect((await accept(token, { account: { ...account(), name: " " } })).body.error?.code).toBe("no-name");
    expect((await look(token)).status).toBe(200);
  });

  it("ends when it is withdrawn or a week old, and its token is kept nowhere", async () => {
    const [first, second] = [await invite("viewer"), await invite("viewer")];
    expect(
      (
        await revokeRoute.POST(
          request("/api/test", { method: "POST", cookie: owner.cookie, body: {} }),
          params({ invitationId: first.id }),
        )
      ).status,
    ).toBe(200);
    await database().execute(
      sql`update invitation set expires_at = now() - interval '1 second' where id = ${second.id}`,
    );
    for (const { token } of [first, second])
      expect((await accept(token, { account: account() })).status).toBe(404);
    const { rows } = await database().execute(sql`select to_jsonb(invitation)::text as row from invitation`);
    expect(JSON.stringify(rows)).not.toContain(second.token);
  });
});

describe("an invitation of somebody who is no owner any more", () => {
  const invitedBy = async (person: Person, role: Role) => {
    const { body } = await answer<{ token: string; invitation: { id: string } }>(
      await invitationsRoute.POST(
        request("/api/test", { method: "POST", cookie: person.cookie, body: { role } }),
        params({}),
      ),
    );
    return body.token;
  };
  const listed = async () =>
    (
      await answer<{ invitations: { madeBy: string }[] }>(
        await invitationsRoute.GET(request("/api/test", { cookie: owner.cookie }), params({})),
      )
    ).body.invitations.map(({ madeBy }) => madeBy);
  const change = async (person: Person, role: Role): Promise<void> => {
    const { id: memberId, version: seen } = await membership(person);
    expect((await owner.run("change-role", { memberId, role, seen })).status).toBe(200);
  };

  const ways: [string, (person: Person) => Promise<void>][] = [
    [
      "was removed",
      async (person) => {
        const { id: memberId, version: seen } = await membership(person);
        expect((await owner.run("remove-member", { memberId, seen })).status).toBe(200);
      },
    ],
    ["was demoted", async (person) => change(person, "curator")],
    ["left", async (person) => void expect((await person.run("leave-library", {})).status).toBe(200)],
    [
      "was made an owner by what was taken back",
      async (person) => {
        await change(person, "viewer");
        await change(person, "owner");
        expect((await owner.takeBack("undo")).status).toBe(200);
      },
    ],
  ];
  it.each(ways)("does not hold where they %s, nor once they are one again", async (_, lose) => {
    const second = await join(libraryId, "owner");
    const tokens = [await invitedBy(second, "owner"), await invitedBy(second, "viewer")];
    const mine = await invitedBy(owner, "viewer");
    expect((await look(tokens[0])).status).toBe(200);
    await lose(second);
    expect(await listed()).not.toContain(second.id);
    const refused = async (): Promise<void> => {
      for (const token of tokens) {
        expect((await look(token)).status).toBe(404);
        expect((await accept(token, {}, second.cookie)).body.error?.code).toBe("no-invitation");
        expect((await accept(token, { account: account() })).body.error?.code).toBe("no-invitation");
      }
    };
    await refused();
    // Back again, by an owner.
    if ((await membership(second)).removed) await accept((await invite("owner")).token, {}, second.cookie);
    else await change(second, "owner");
    expect(await membership(second)).toMatchObject({ role: "owner", removed: false });
    await refused();
    expect((await look(mine)).status).toBe(200);
  });
});

describe("roles", () => {
  it("are changed by owners and count at once", async () => {
    const person = await join(libraryId, "viewer");
    const { id, version } = await membership(person);
    expect((await person.run("create-folder", { parentId: null, name: "Too early" })).status).toBe(403);
    expect(
      (await owner.run("change-role", { memberId: id, role: "curator", seen: version })).body.change?.summary,
    ).toBe("made viewer a curator");
    expect((await person.run("create-folder", { parentId: null, name: "Now it works" })).status).toBe(200);
    expect(
      (await owner.run("change-role", { memberId: id, role: "editor", seen: version })).body.error?.code,
    ).toBe("stale");
    await owner.takeBack("undo");
    expect((await person.run("create-folder", { parentId: null, name: "No more" })).status).toBe(403);
  });

  it("are not given up by a key that takes back what was done last", async () => {
    for (const role of ["editor", "owner"] as const) {
      const person = await join(libraryId, role);
      const { status, body } = await person.takeBack("undo");
      expect([status, body.change]).toEqual([200, null]);
      expect((await membership(person)).role).toBe(role);
    }
  });

  it("leave a library its last owner, also when something is taken back", async () => {
    const alone = await newLibrary();
    const first = await join(alone.libraryId, "owner");
    const own = (await first.rows()).member[0].id;
    for (const [command, body] of [
      ["change-role", { memberId: own, role: "editor" }],
      ["remove-member", { memberId: own }],
      ["leave-library", {}],
    ] as const) {
      const refused = await first.run(command, body);
      expect([refused.status, refused.body.error?.code]).toEqual([409, "last-owner"]);
    }
    const second = await join(alone.libraryId, "editor");
    const theirs = (await first.rows()).member.find((m) => m.userId === second.id)!.id;
    await first.run("change-role", { memberId: theirs, role: "owner" });
    await second.run("change-role", { memberId: own, role: "viewer" });
    // The first one's change cannot be taken back by a viewer; the second's is, and then the first may.
    expect((await first.takeBack("undo")).status).toBe(403);
    expect((await second.takeBack("undo")).status).toBe(200);
    expect((await first.takeBack("undo")).status).toBe(200);
    expect((await first.rows()).member.map((m) => m.role).sort()).toEqual(["editor", "owner"]);
  });

  it("of two owners who demote each other at the same time, one stays", async () => {
    const { libraryId: shared } = await newLibrary();
    const [a, b] = [await join(shared, "owner"), await join(shared, "owner")];
    const rows = (await a.rows()).member;
    const idOf = (p: Person) => rows.find((m) => m.userId === p.id)!.id;
    const answers = await Promise.all([
      a.run("change-role", { memberId: idOf(b), role: "viewer" }),
      b.run("change-role", { memberId: idOf(a), role: "viewer" }),
    ]);
    // Whoever comes second is no owner any more when their turn comes.
    expect(answers.map((r) => r.status).sort()).toEqual([200, 403]);
  });

  describe("that are taken away while a request waits for its turn", () => {
    const folder = { parentId: null, name: "Too late" };
    const places: Record<
      string,
      { stream: "library" | "session"; ask: (p: Person, library: Library) => ReturnType<Person["run"]> }
    > = {
      "a change of the library": { stream: "library", ask: (p) => p.run("create-folder", folder) },
      "a change of a session": {
        stream: "session",
        ask: (p, { sessionId, targetIds }) =>
          p.run("set-chain", { sessionId, targetId: targetIds[1], chain: highPass(120) }),
      },
      "taking back": {
        stream: "session",
        ask: (p, { sessionId }) => p.takeBack("undo", sessionId) as ReturnType<Person["run"]>,
      },
    };
    for (const [what, { stream, ask }] of Object.entries(places))
      for (const [how, loss, status] of [
        ["the role", sql`role = 'viewer'`, 403],
        ["the membership", sql`removed = true`, 404],
      ] as const)
        it(`refuse ${what} to who has lost ${how}`, async () => {
          const library = await newLibrary();
          const { libraryId, sessionId, targetIds } = library;
          const person = await join(libraryId, "curator");
          // Something to take back, and the session's stream.
          await person.run("set-chain", { sessionId, targetId: targetIds[0], chain: highPass() });
          const before = await person.rows(sessionId);
          let asked: ReturnType<Person["run"]>;
          await database().transaction(async (tx) => {
            await tx.execute(
              sql`select 1 from stream where library_id = ${libraryId} and member_id is null and session_id is not distinct from ${stream === "session" ? sessionId : null} for update`,
            );
            asked = ask(person, library);
            // It has been let in and waits for the stream.
            await expect
              .poll(async () => {
                const { rows } = await database().execute<{ waiting: number }>(
                  sql`select count(*)::int as waiting from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock' and query like '%stream%'`,
                );
                return rows[0].waiting;
              })
              .toBeGreaterThan(0);
            await tx.execute(
              sql`update member set ${loss} where library_id = ${libraryId} and user_id = ${person.id}`,
            );
          });
          expect((await asked!).status).toBe(status);
          const owner = await join(libraryId, "owner");
          const { target, folder: folders } = await owner.rows(sessionId);
          expect({ target, folders }).toEqual({ target: before.target, folders: before.folder });
        });
  });
});

describe("leaving", () => {
  it("shuts one out at once, keeps what one made, and brings everything back on return", async () => {
    const person = await join(libraryId, "editor");
    const { cardId } = (
      await person.run<{ cardId: string }>("keep-card", {
        name: "Left behind",
        path: "",
        chain: {
          medium: "audio",
          settings: [{ effect: "audio.gain", values: { gain: 3 }, on: true, mix: 100 }],
        },
      })
    ).body.result;
    await person.mark(cardId);
    const made = await answer<{ token: string }>(
      await keysRoute.POST(
        request("/api/test", {
          method: "POST",
          cookie: person.cookie,
          body: { name: "Mine", scope: "library" },
        }),
        params({}),
      ),
    );
    const byKey = async () =>
      (
        await commandRoute.POST(
          request("/api/test", {
            method: "POST",
            headers: { authorization: `Bearer ${made.body.token}` },
            body: { parentId: null, name: newId() },
          }),
          params({ command: "create-folder" }),
        )
      ).status;
    expect(await byKey()).toBe(403);
    expect((await person.run("leave-library", {})).status).toBe(200);
    expect((await person.mark(cardId)).status).toBe(404);
    expect(await byKey()).toBe(401);
    expect((await owner.rows()).card.find((c) => c.id === cardId)).toMatchObject({ authorId: person.id });
    expect(await membership(person)).toMatchObject({ removed: true, name: "editor" });
    await accept((await invite("curator")).token, {}, person.cookie);
    expect((await person.rows()).favourite).toHaveLength(1);
    expect(await membership(person)).toMatchObject({ role: "curator", removed: false });
    // A key does not come back with who made it.
    expect(await byKey()).toBe(401);
  });

  it("is taken back by owners alone", async () => {
    const [person, curator] = [await join(libraryId, "editor"), await join(libraryId, "curator")];
    const left = (await person.run("leave-library", {})).body.change!;
    const { POST } = await import("@/app/api/libraries/[libraryId]/take-back/route");
    const back = async (by: Person) =>
      (
        await POST(
          request("/api/test", {
            method: "POST",
            cookie: by.cookie,
            body: { change: { streamId: left.streamId, revision: left.revision } },
          }),
          params({}),
        )
      ).status;
    expect([await back(curator), await back(owner)]).toEqual([403, 200]);
    expect((await person.mark(newId())).body.error?.code).toBe("not-found");
  });
});
