import { sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { describeChange } from "@/core/library/describe-change";
import type { LiveEvent } from "@/core/library/live";
import { database } from "@/db/connection";
import * as detailsRoute from "@/app/api/libraries/[libraryId]/history/[streamId]/[revision]/route";
import * as historyRoute from "@/app/api/libraries/[libraryId]/history/route";
import * as takeBackRoute from "@/app/api/libraries/[libraryId]/take-back/route";
import { events } from "@/server/events";
import { requireMember } from "@/server/member";
import { answer, highPass, join, newLibrary, request, type Person } from "./world";

interface Entry {
  streamId: string;
  revision: number;
  sequence: number;
  of: string;
  summary: string;
  actorId: string;
  direction: string;
  takenBack: boolean;
  takesBack: number | null;
}

let libraryId: string;
let sessionId: string;
let targetIds: string[];
let owner: Person;
let colleague: Person;
let viewer: Person;

const historyOf = async (person: Person, query = "") => {
  const asked = await historyRoute.GET(
    request(`/api/libraries/${libraryId}/history?${query}`, { cookie: person.cookie }),
    { params: Promise.resolve({ libraryId }) },
  );
  return (await answer<{ changes: Entry[]; more: boolean }>(asked)).body;
};
const takeBack = async (person: Person, { streamId, revision }: { streamId: string; revision: number }) =>
  answer<{ change: Entry | null; error?: { code: string; message: string } }>(
    await takeBackRoute.POST(
      request(`/api/libraries/${libraryId}/take-back`, {
        method: "POST",
        cookie: person.cookie,
        body: { change: { streamId, revision } },
      }),
      { params: Promise.resolve({ libraryId }) },
    ),
  );
const find = async (person: Person, summary: string) =>
  (await historyOf(person)).changes.find((c) => c.summary === summary)!;

beforeAll(async () => {
  ({ libraryId, sessionId, targetIds } = await newLibrary());
  owner = await join(libraryId, "owner");
  colleague = await join(libraryId, "curator");
  viewer = await join(libraryId, "viewer");
});

describe("the history", () => {
  it("lists what was done in the library, in its sessions and among one's own things, the newest first", async () => {
    const { cardId } = (
      await colleague.run<{ cardId: string }>("keep-card", {
        name: "Slip room",
        path: "Rooms",
        chain: highPass(),
      })
    ).body.result;
    await colleague.run("apply-card", { sessionId, targetIds, cardId });
    await colleague.mark(cardId);
    const seen = (await historyOf(colleague)).changes;
    expect(seen.slice(0, 3).map((c) => c.of)).toEqual(["member", "session", "library"]);
    expect(seen.map((c) => c.sequence)).toEqual(seen.map((c) => c.sequence).sort((a, b) => b - a));
    // What somebody marks is nobody else's business.
    expect((await historyOf(owner)).changes.map((c) => c.of)).not.toContain("member");
  });

  it("is searched by words and by who, and read on from a place", async () => {
    for (let i = 0; i < 4; i++)
      await owner.run("create-folder", { parentId: null, name: `100% drawer_${i}` });
    expect((await historyOf(owner, "words=DRAWER_%20100%25")).changes).toHaveLength(4);
    expect((await historyOf(owner, "words=drawerx")).changes).toEqual([]);
    expect(
      (await historyOf(owner, `actor=${colleague.id}`)).changes.every((c) => c.actorId === colleague.id),
    ).toBe(true);
    const all = (await historyOf(owner)).changes;
    expect((await historyOf(owner, `before=${all[1].sequence}`)).changes).toEqual(all.slice(2));
  });

  it("tells what a change did, row by row", async () => {
    const folder = (await owner.rows()).folder.find((f) => f.name === "Rooms")!;
    await owner.run("edit-folder", { folderId: folder.id, name: "Chambers" });
    const { streamId, revision } = (await historyOf(owner)).changes[0];
    const details = await detailsRoute.GET(request("/api/test", { cookie: owner.cookie }), {
      params: Promise.resolve({ libraryId, streamId, revision: String(revision) }),
    });
    const { forward, backward } = (await answer<{ forward: never[]; backward: never[] }>(details)).body;
    expect(describeChange(forward, backward, () => "Chambers")).toEqual([
      "folder “Chambers”: name “Rooms” → “Chambers”",
    ]);
  });
});

describe("the history of one thing", () => {
  const summariesOf = async (person: Person, query: string) =>
    (await historyOf(person, query)).changes.map(({ summary }) => summary);

  it("holds what changed a card, what was said of it, where it was put and what it was put on", async () => {
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", {
        name: "Followed",
        path: "From here",
        note: "",
        fits: [],
        chain: highPass(),
      })
    ).body.result;
    const rows = await owner.rows();
    const from = rows.folder.find(({ name }) => name === "From here")!.id as string;
    await colleague.run("edit-card", { cardId, name: "Followed on" });
    await colleague.run("move-cards", { cardIds: [cardId], path: "To there" });
    await owner.run("set-alias", { cardId, text: "fllw" });
    await owner.run("apply-card", { sessionId, targetIds, cardId });
    await owner.run("create-folder", { parentId: null, name: "Unrelated" });
    expect(await summariesOf(owner, `of=${cardId}`)).toEqual([
      "“Followed on” on 2 clips",
      "“fllw” now recalls “Followed on”",
      "filed “Followed on” in To there",
      "renamed “Followed” to “Followed on”",
      "kept preset “Followed”",
    ]);
    // What is somebody's own is told to them alone.
    expect(await summariesOf(viewer, `of=${cardId}`)).not.toContain("“fllw” now recalls “Followed on”");
    expect(await summariesOf(viewer, `of=${cardId}&actor=${colleague.id}`)).toEqual([
      "filed “Followed on” in To there",
      "renamed “Followed” to “Followed on”",
    ]);
    // Of a folder, what came into it and what left it.
    expect(await summariesOf(owner, `of=${from}`)).toEqual([
      "filed “Followed on” in To there",
      "kept preset “Followed”",
    ]);
    // Taking back is of it too.
    await owner.takeBack("undo", sessionId);
    await owner.takeBack("undo", sessionId);
    expect((await historyOf(owner, `of=${cardId}`)).changes[0]).toMatchObject({ direction: "undo" });
  });

  it("is of one that is named as such", async () => {
    expect((await historyOf(owner, "of=nonsense")) as unknown).toMatchObject({ error: { field: "of" } });
    expect(await summariesOf(owner, `of=${sessionId.replace(/.$/, "0")}`)).toEqual([]);
  });
});

describe("taking back any change", () => {
  it("works on an old one that nothing built upon, by somebody else", async () => {
    const made = (await colleague.run("create-folder", { parentId: null, name: "Made by a colleague" })).body
      .change!;
    await owner.run("create-folder", { parentId: null, name: "Made after it" });
    expect((await takeBack(owner, made)).body.change).toMatchObject({
      takesBack: made.revision,
      summary: made.summary,
    });
    const names = (await owner.rows()).folder.map((f) => f.name);
    expect(names).not.toContain("Made by a colleague");
    expect(names).toContain("Made after it");
    // It is marked, cannot be taken back twice, and its own latest change stays theirs to take back.
    expect(await takeBack(owner, made)).toMatchObject({
      status: 409,
      body: { error: { code: "taken-back" } },
    });
    expect((await find(owner, made.summary)).direction).toBe("undo");
  });

  it("can itself be taken back", async () => {
    const made = (await owner.run("create-folder", { parentId: null, name: "There and back" })).body.change!;
    const undone = (await takeBack(owner, made)).body.change!;
    const again = (await takeBack(colleague, undone)).body.change!;
    expect((await owner.rows()).folder.map((f) => f.name)).toContain("There and back");
    expect((await takeBack(owner, again)).status).toBe(200);
    expect((await owner.rows()).folder.map((f) => f.name)).not.toContain("There and back");
  });

  it("is refused where a later change built upon it, and names what to do", async () => {
    const made = (
      await owner.run<{ folderId: string }>("create-folder", { parentId: null, name: "Ground floor" })
    ).body;
    await owner.run("create-folder", { parentId: made.result.folderId, name: "First floor" });
    const before = await owner.rows();
    expect(await takeBack(owner, made.change!)).toMatchObject({
      status: 409,
      body: { error: { code: "built-upon" } },
    });
    expect(await owner.rows()).toEqual(before);
  });

  it("is for those who may make such a change", async () => {
    const made = (await owner.run("create-folder", { parentId: null, name: "Not for viewers" })).body.change!;
    expect((await takeBack(viewer, made)).status).toBe(403);
    const own = (await historyOf(colleague)).changes.find((c) => c.of === "member")!;
    expect((await takeBack(owner, own)).body.error?.code).toBe("no-change");
  });

  it("wants to know which", async () => {
    const send = async (body: object) =>
      (
        await takeBackRoute.POST(request("/api/test", { method: "POST", cookie: owner.cookie, body }), {
          params: Promise.resolve({ libraryId }),
        })
      ).status;
    for (const body of [
      {},
      { direction: "undo", change: { streamId: sessionId, revision: 1 } },
      { change: { streamId: "x", revision: 1 } },
      { change: { streamId: sessionId } },
      { change: { streamId: sessionId, revision: 1e12 } },
    ])
      expect(await send(body)).toBe(400);
  });
});

/** Reads events until `enough` says so. */
async function hear(
  person: Person,
  during: () => Promise<unknown>,
  enough: (heard: readonly LiveEvent[]) => boolean,
  pulse?: number,
): Promise<{ heard: LiveEvent[]; ended: boolean }> {
  const stop = new AbortController();
  const headers = new Headers({ cookie: person.cookie });
  const reader = events(await requireMember(headers, libraryId), headers, stop.signal, pulse)
    .body!.pipeThrough(new TextDecoderStream() as never)
    .getReader() as ReadableStreamDefaultReader<string>;
  const heard: LiveEvent[] = [];
  let begun = false;
  let ended = false;
  while (!enough(heard)) {
    const { value, done } = await reader.read();
    ended = done;
    if (done) break;
    for (const line of value.split("\n"))
      if (line.startsWith("data: ")) heard.push(JSON.parse(line.slice(6)) as LiveEvent);
    if (!begun && heard.length > 0) {
      begun = true;
      // The line to the database stands a moment after the first listener.
      await database().execute(sql`select pg_sleep(0.2)`);
      await during();
    }
  }
  stop.abort();
  return { heard, ended };
}
const changes = (heard: readonly LiveEvent[]) => heard.filter((e) => e.of !== "anything");

describe("the event stream", () => {
  it("tells of every change by its stream and revision, and of nothing private to others", async () => {
    const { heard } = await hear(
      viewer,
      async () => {
        const { cardId } = (
          await owner.run<{ cardId: string }>("keep-card", { name: "Heard of", path: "", chain: highPass() })
        ).body.result;
        await owner.mark(cardId);
        await viewer.mark(cardId);
        await owner.run("apply-card", { sessionId, targetIds, cardId });
      },
      (all) => changes(all).some((e) => e.of === "session"),
    );
    expect(heard[0]).toEqual({ of: "anything" });
    expect(changes(heard)).toEqual([
      { of: "library", sessionId: null, revision: expect.any(Number) },
      { of: "member", sessionId: null, revision: 1 },
      { of: "session", sessionId, revision: expect.any(Number) },
    ]);
  });

  it("tells that anything may have happened after the line to the database was cut", async () => {
    const { heard } = await hear(
      viewer,
      () =>
        database().execute(
          sql`select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen%'`,
        ),
      (all) => all.filter((e) => e.of === "anything").length > 1,
    );
    expect(changes(heard)).toEqual([]);
  });

  it("ends for whoever may not hear it any more", async () => {
    const gone = await join(libraryId, "viewer");
    const { ended } = await hear(
      gone,
      () => database().execute(sql`delete from member where user_id = ${gone.id}`),
      () => false,
      50,
    );
    expect(ended).toBe(true);
  });
});
