import { eq, inArray, sql } from "drizzle-orm";
import pg from "pg";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { changingDatabase, database } from "@/db/connection";
import { card, folder } from "@/db/schema";
import * as cardsRoute from "@/app/api/libraries/[libraryId]/cards/route";
import * as changesRoute from "@/app/api/libraries/[libraryId]/changes/route";
import * as contentsRoute from "@/app/api/libraries/[libraryId]/contents/route";
import * as historyRoute from "@/app/api/libraries/[libraryId]/history/route";
import * as replicaRoute from "@/app/api/libraries/[libraryId]/replica/route";
import * as sessionRoute from "@/app/api/libraries/[libraryId]/sessions/[sessionId]/route";
import * as missingRoute from "@/app/api/libraries/[libraryId]/missing-files/route";
import * as usageRoute from "@/app/api/libraries/[libraryId]/usage/route";
import * as versionsRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/versions/route";
import { fillHistory, fillLibrary } from "../testing/large-library";
import { highPass, join, newLibrary, request, type Person } from "./world";

/*
 * A library of some size, in a database that holds another one besides: what a request costs must follow from what it
 * asks for. Nothing here looks at a clock: statements are counted, and the database says how it would find the rows.
 */

const cards = 6000;
let owner: Person;
/** Of a small library beside. */
let neighbour: Person;
let sessionId: string;
let targetIds: string[];
/** Ids of the library's own cards. */
let ids: string[];
/** Of some of their contents. */
let fingerprints: string[];
let tagId: string;
let folders: { id: string; name: string }[];

beforeAll(async () => {
  const db = database();
  const [large, other] = [await newLibrary(), await newLibrary()];
  ({ sessionId, targetIds } = large);
  owner = await join(large.libraryId, "owner");
  tagId = (await owner.run<{ tagId: string }>("create-tag", { parentId: null, name: "At size" })).body.result
    .tagId;
  neighbour = await join((await newLibrary()).libraryId, "owner");
  await fillLibrary(db, neighbour.libraryId, 100, 10);
  await fillLibrary(db, other.libraryId, 3000, 3);
  await fillLibrary(db, large.libraryId, cards, 6);
  await db.execute(
    sql`insert into alias (id, library_id, text, folded, card_id, version) select gen_random_uuid(), library_id, id::text, id::text, id, 1 from card where library_id = ${other.libraryId}`,
  );
  await db.execute(
    sql`insert into habit (library_id, member_id, card_id, kind, uses, last_at, score) select library_id, ${owner.id}, id, kind, 1, now() - interval '200 days', 0 from card, unnest(array['clip', 'bus', 'track', 'return']) kind where library_id = ${other.libraryId}`,
  );
  await db.execute(
    sql`insert into use_day (library_id, member_id, day, uses, counted, keys, browsing) select ${other.libraryId}, ${owner.id}, current_date - days, 1, 0, 0, 0 from generate_series(1, 4000) days`,
  );
  await db.execute(sql`analyze habit, use_day`);
  await fillHistory(db, large.libraryId, owner.id, 20_000);
  const own = await db
    .select({ id: card.id, fingerprint: card.fingerprint })
    .from(card)
    .where(eq(card.libraryId, large.libraryId));
  ids = own.map((c) => c.id);
  fingerprints = [...new Set(own.map((c) => c.fingerprint))].slice(0, 40);
  folders = await db
    .select({ id: folder.id, name: folder.name })
    .from(folder)
    .where(eq(folder.libraryId, large.libraryId));
}, 120_000);

interface Statement {
  readonly text: string;
  readonly values: readonly unknown[];
}

/** The statements that something sends to the database; those of the queue of jobs, which looks after itself, are not of it. */
async function statementsOf(work: () => Promise<unknown>): Promise<Statement[]> {
  const seen: Statement[] = [];
  const original = pg.Client.prototype.query;
  const watched = vi.spyOn(pg.Client.prototype, "query").mockImplementation(function (
    this: pg.Client,
    ...given: unknown[]
  ) {
    const [first, second] = given as [string | { text: string; values?: unknown[] }, unknown];
    const text = typeof first === "string" ? first : first.text;
    const values = Array.isArray(second) ? second : typeof first === "string" ? [] : (first.values ?? []);
    if (!text.includes("pgboss")) seen.push({ text, values: values as unknown[] });
    return (original as (...all: unknown[]) => never).apply(this, given);
  });
  try {
    await work();
  } finally {
    watched.mockRestore();
  }
  return seen;
}

const homes = async (some: readonly string[]) =>
  new Map(
    (
      await database()
        .select({ id: card.id, folderId: card.folderId, version: card.version })
        .from(card)
        .where(inArray(card.id, [...some]))
    ).map(({ id, ...row }) => [id, row]),
  );

describe("many cards at once", () => {
  it("are moved and taken back by as many statements as one is, each to where it was", async () => {
    const moved = ids.slice(0, 3000);
    const before = await homes(moved);
    expect(new Set([...before.values()].map((row) => row.folderId)).size).toBeGreaterThan(50);
    const one = await statementsOf(() => owner.run("move-cards", { cardIds: [ids[5000]], path: "One" }));
    let done: Awaited<ReturnType<Person["run"]>>;
    const many = await statementsOf(
      async () => (done = await owner.run("move-cards", { cardIds: moved, path: "One" })),
    );
    expect(done!.status).toBe(200);
    expect(done!.body.change).toMatchObject({ summary: "filed 3,000 cards in One" });
    expect(done!.body.change!.forward).toHaveLength(3000);
    expect(many.length).toBeLessThanOrEqual(one.length);
    const after = await homes(moved);
    const [{ folderId }] = after.values();
    for (const [id, row] of after) expect(row).toEqual({ folderId, version: before.get(id)!.version + 1 });

    const back = await statementsOf(async () => expect((await owner.takeBack("undo")).status).toBe(200));
    expect(back.length).toBeLessThan(30);
    for (const [id, row] of await homes(moved)) expect(row.folderId).toBe(before.get(id)!.folderId);
    expect((await owner.takeBack("redo")).status).toBe(200);
    for (const row of (await homes(moved)).values()) expect(row.folderId).toBe(folderId);
    expect((await owner.takeBack("undo")).status).toBe(200);
  });

  it("change all or none: one that is not there leaves the others as they are", async () => {
    const some = ids.slice(0, 200);
    const before = await homes(some);
    const missing = "0192f0c1-2345-7abc-8def-00000000dead";
    const { status, body } = await owner.run("withdraw-cards", {
      cardIds: [...some, missing],
      withdrawn: true,
    });
    expect([status, body.error?.code]).toEqual([404, "not-found"]);
    expect(await homes(some)).toEqual(before);
  });

  it("are not taken back over what somebody did with one of them since", async () => {
    const some = ids.slice(300, 400);
    await owner.run("withdraw-cards", { cardIds: some, withdrawn: true });
    const other = await join(owner.libraryId, "editor");
    await other.run("withdraw-cards", { cardIds: [some[50]], withdrawn: false });
    const { status, body } = await owner.takeBack("undo");
    expect([status, body.error?.code]).toEqual([409, "built-upon"]);
    const rows = await database()
      .select({ withdrawn: card.withdrawn })
      .from(card)
      .where(inArray(card.id, some));
    expect(rows.filter((row) => row.withdrawn)).toHaveLength(99);
    await owner.run("withdraw-cards", { cardIds: some, withdrawn: false });
  });
});

it("who waits for a library's turn keeps nobody from reading, nor from changing something else", async () => {
  const db = changingDatabase();
  let letGo!: () => void;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  let holds!: () => void;
  const holding = new Promise<void>((resolve) => (holds = resolve));
  // Another process that is at a long change.
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  const long = (async () => {
    await client.query("begin");
    await client.query(
      "select 1 from stream where library_id = $1 and member_id is null and session_id is null for update",
      [owner.libraryId],
    );
    holds();
    await held;
    await client.query("commit");
    await client.end();
  })();
  await holding;
  const waiting = Array.from({ length: 20 }, (_, i) =>
    owner.run("create-folder", { parentId: null, name: `Waits ${i}` }),
  );
  let settled = 0;
  waiting.forEach((one) => void one.then(() => settled++));
  const reads = await Promise.all(
    Array.from({ length: 40 }, () =>
      historyRoute.GET(request("/api/test", { cookie: owner.cookie }), {
        params: Promise.resolve({ libraryId: owner.libraryId }),
      }),
    ),
  );
  expect(reads.map((r) => r.status)).toEqual(Array(40).fill(200));
  const elsewhere = await owner.run("set-chain", { sessionId, targetId: targetIds[0], chain: highPass() });
  expect([elsewhere.status, settled]).toEqual([200, 0]);
  expect(db.$client.waitingCount).toBe(0);
  letGo();
  await long;
  expect((await Promise.all(waiting)).map((one) => one.status)).toEqual(Array(20).fill(200));
});

interface Plan {
  readonly "Node Type": string;
  readonly "Relation Name"?: string;
  readonly Plans?: readonly Plan[];
}
const nodes = (plan: Plan): Plan[] => [plan, ...(plan.Plans ?? []).flatMap(nodes)];

describe("the database finds by an index", () => {
  const ask = (
    route: { GET: (request: Request, context: never) => Promise<Response> },
    query = "",
    more = {},
    { cookie, libraryId } = owner,
  ) =>
    route
      .GET(request(`/api/test${query}`, { cookie }), {
        params: Promise.resolve({ libraryId, ...more }),
      } as never)
      .then((response) => {
        if (response.status !== 200) throw new Error(`${response.status} for ${query}`);
      });
  const run = async (command: string, input: object) => {
    const { status, body } = await owner.run(command, input);
    if (status !== 200) throw new Error(`${command}: ${JSON.stringify(body)}`);
  };
  const works: Record<string, () => Promise<unknown>> = {
    "a card that is kept": () =>
      run("keep-card", {
        name: "Kept at size",
        path: `${folders[3].name} / New`,
        note: "",
        fits: [],
        chain: highPass(),
      }),
    "an unfiled card that is kept": () =>
      run("keep-card", { name: "Kept unfiled", path: "", note: "", fits: [], chain: highPass() }),
    "a card that is renamed": () => run("edit-card", { cardId: ids[10], name: "Renamed at size" }),
    "a card that gets an alias": () => run("set-alias", { cardId: ids[11], text: "szz" }),
    "a search that is kept": () => run("keep-team-search", { name: "At size", query: "room" }),
    "a card that becomes a favourite": () =>
      run("mark-cards", { listId: owner.listId, cardIds: [ids[11]], on: true }),
    "cards that are tagged": () => run("tag-cards", { cardIds: ids.slice(20, 60), tagId, on: true }),
    "a tag that is removed": () => run("remove-tag", { tagId }),
    "cards that are filed further": () =>
      run("file-cards", { cardIds: ids.slice(20, 60), folderId: folders[7].id, on: true }),
    "a folder that is removed": () => run("remove-folder", { folderId: folders[7].id }),
    "cards that are rated": () => run("rate-cards", { cardIds: ids.slice(20, 60), stars: 3 }),
    "a card that is hidden": () => run("hide", { cardIds: [ids[12]], on: true }),
    "a card that is applied": () =>
      run("apply-card", { sessionId, targetIds, cardId: ids[0] }).catch(() => undefined),
    "many cards that are moved": () =>
      run("move-cards", { cardIds: ids.slice(100, 400), path: folders[5].name }),
    "a folder that is made": () => run("create-folder", { parentId: folders[0].id, name: "Made at size" }),
    "a folder that is renamed": () =>
      run("edit-folder", { folderId: folders[1].id, name: "Renamed at size" }),
    "a change that is taken back": () => owner.takeBack("undo"),
    // Whole libraries, of which the database holds larger ones: what one reads must not grow with the others.
    "a library, when a page is opened": () => ask(replicaRoute, "", {}, neighbour),
    "its cards": () => ask(cardsRoute, "", {}, neighbour),
    "contents of some": () => ask(contentsRoute, `?of=${fingerprints.join()}`),
    "what has changed": () => ask(changesRoute, "?since=20000"),
    "the history": () => ask(historyRoute),
    "the history of one card": () => ask(historyRoute, `?of=${ids[0]}`),
    "the history of one member, from a place on": () => ask(historyRoute, `?actor=${owner.id}&before=15000`),
    "how it is used": () => ask(usageRoute),
    "what lacks files": () => ask(missingRoute),
    "a session": () => ask(sessionRoute, "", { sessionId }),
    "the versions of a card": () => ask(versionsRoute, "", { cardId: ids[0] }),
  };
  it.each(Object.entries(works))("%s", async (_, work) => {
    const statements = await statementsOf(work);
    expect(statements.length).toBeGreaterThan(2);
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await client.connect();
    try {
      for (const { text, values } of statements) {
        if (!/^\s*(select|with|insert|update|delete)\b/i.test(text)) continue;
        // As the statement would be carried out, without carrying it out.
        const { rows } = await client.query<{ "QUERY PLAN": { Plan: Plan }[] }>(
          `explain (format json) ${text}`,
          [...values],
        );
        const scans = nodes(rows[0]["QUERY PLAN"][0].Plan).filter(
          (node) =>
            node["Node Type"] === "Seq Scan" &&
            ["card", "card_version", "folder", "change", "alias", "habit", "use_day"].includes(
              node["Relation Name"] ?? "",
            ),
        );
        expect(scans.map((node) => `${node["Relation Name"]}: ${text}`)).toEqual([]);
      }
    } finally {
      await client.end();
    }
  });
});
