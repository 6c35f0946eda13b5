import { readdirSync, readFileSync } from "node:fs";
import pg from "pg";
import { v7 as newId } from "uuid";
import { afterAll, beforeAll, expect, it } from "vitest";

const folder = "src/db/migrations";
const files = readdirSync(folder).filter((name) => name.endsWith(".sql"));
const db = new pg.Client({ connectionString: process.env.EMPTY_DATABASE_URL });

/** Carries out migrations, of which the first is the n-th. */
async function migrate(from: number, to: number): Promise<void> {
  for (const file of files.slice(from, to))
    for (const statement of readFileSync(`${folder}/${file}`, "utf8").split("--> statement-breakpoint"))
      await db.query(statement);
}

beforeAll(() => db.connect());
afterAll(() => db.end());

it("favourites from before there were lists are on the first list of whose they are, in the history too", async () => {
  const at = files.findIndex((file) => file.includes("keeping-order"));
  await migrate(0, at);
  const [libraryId, cardId, streamId, otherId] = [newId(), newId(), newId(), newId()];
  await db.query("insert into library (id, name) values ($1, 'Island')", [libraryId]);
  for (const who of ["sound", "stills"]) {
    await db.query("insert into account_user (id, name, email) values ($1, $1, $1)", [who]);
    await db.query(
      "insert into member (id, library_id, user_id, name, role) values ($1, $2, $3, $3, 'editor')",
      [newId(), libraryId, who],
    );
  }
  await db.query(
    `insert into card (id, library_id, layer, name, sort_key, medium, fits, content_version, fingerprint, chain_text)
     values ($1, $2, 'team', 'Fog', 'fog', 'audio', '{}', 1, '', '{}')`,
    [cardId, libraryId],
  );
  const row = { id: newId(), ownerId: "sound", cardId, position: "a0", version: 1 };
  await db.query(
    "insert into favourite (id, library_id, owner_id, card_id, position) values ($1, $2, $3, $4, 'a0')",
    [row.id, libraryId, "sound", cardId],
  );
  await db.query("insert into stream (id, library_id, member_id) values ($1, $2, 'sound'), ($3, $2, null)", [
    streamId,
    libraryId,
    otherId,
  ]);
  const steps = [
    { kind: "insert", entity: "favourite", row },
    { kind: "update", entity: "alias", id: "a", set: { text: "f" } },
  ];
  const record = (stream: string, revision: number, forward: object[], backward: object[]) =>
    db.query(
      `insert into change (stream_id, revision, request_id, command, summary, actor_id, forward, backward, result)
       values ($1, $2, $3, 'mark-favourite', '', 'sound', $4, $5, '{}')`,
      [stream, revision, newId(), JSON.stringify(forward), JSON.stringify(backward)],
    );
  await record(streamId, 1, steps, [{ kind: "delete", entity: "favourite", id: row.id }]);
  await record(streamId, 2, [{ kind: "delete", entity: "favourite", id: row.id }], [steps[0]]);
  const aside = [{ kind: "update", entity: "card", id: cardId, set: { name: "Fog" } }];
  await record(otherId, 1, aside, aside);

  await migrate(at, files.length);
  const { rows: lists } = await db.query("select * from favourites_list order by owner_id, position");
  expect(lists.map(({ owner_id, name, mark }) => [owner_id, name, mark])).toEqual([
    ["sound", "Favourites", "F"],
    ["sound", "Later", "L"],
    ["stills", "Favourites", "F"],
    ["stills", "Later", "L"],
  ]);
  const { rows: favourites } = await db.query("select list_id from favourite");
  expect(favourites).toEqual([{ list_id: lists[0].id }]);
  const { rows: changes } = await db.query(
    "select forward, backward from change order by stream_id = $1 desc, revision",
    [streamId],
  );
  const marked = { kind: "insert", entity: "favourite", row: { ...row, listId: lists[0].id } };
  expect(changes).toEqual([
    { forward: [marked, steps[1]], backward: [{ kind: "delete", entity: "favourite", id: row.id }] },
    { forward: [{ kind: "delete", entity: "favourite", id: row.id }], backward: [marked] },
    { forward: aside, backward: aside },
  ]);
  const { rows: cards } = await db.query("select also_in, tag_ids from card");
  expect(cards).toEqual([{ also_in: [], tag_ids: [] }]);
});

it("sessions hold any medium: what the history says of theirs is gone, and the rest of it stands", async () => {
  const at = files.findIndex((file) => file.includes("sessions-of-any-medium"));
  await db.query("drop schema public cascade; create schema public");
  await migrate(0, at);
  const [libraryId, sessionId, streamId] = [newId(), newId(), newId()];
  await db.query("insert into library (id, name) values ($1, 'Island')", [libraryId]);
  await db.query("insert into account_user (id, name, email) values ('curator', 'curator', 'curator')");
  await db.query(
    "insert into bench_session (id, library_id, name, medium, position) values ($1, $2, 'Fog', 'image', 'a0')",
    [sessionId, libraryId],
  );
  await db.query("insert into stream (id, library_id, revision) values ($1, $2, 3)", [streamId, libraryId]);
  const row = { id: sessionId, name: "Fog", medium: "audio", position: "a0", removed: false };
  const other = { kind: "update", entity: "card", id: newId(), set: { medium: "image" } };
  const changes: [object[], object[]][] = [
    [[{ kind: "insert", entity: "session", row }], [{ kind: "delete", entity: "session", id: sessionId }]],
    [
      [{ kind: "update", entity: "session", id: sessionId, set: { medium: "image" } }],
      [{ kind: "update", entity: "session", id: sessionId, set: { medium: "audio" } }],
    ],
    [
      [{ kind: "update", entity: "session", id: sessionId, set: { medium: "image", name: "Haze" } }, other],
      [{ kind: "update", entity: "session", id: sessionId, set: { medium: "audio", name: "Fog" } }, other],
    ],
  ];
  for (const [i, [forward, backward]] of changes.entries())
    await db.query(
      `insert into change (stream_id, revision, request_id, command, summary, actor_id, forward, backward, result)
       values ($1, $2, $3, 'x', 'x', 'curator', $4, $5, '{}')`,
      [streamId, i + 1, newId(), JSON.stringify(forward), JSON.stringify(backward)],
    );
  await migrate(at, at + 1);
  const { rows } = await db.query<{ forward: object[]; backward: object[] }>(
    "select forward, backward from change where stream_id = $1 order by revision",
    [streamId],
  );
  const { medium: _, ...without } = row;
  expect(rows).toEqual([
    {
      forward: [{ kind: "insert", entity: "session", row: without }],
      backward: [{ kind: "delete", entity: "session", id: sessionId }],
    },
    { forward: [], backward: [] },
    {
      forward: [{ kind: "update", entity: "session", id: sessionId, set: { name: "Haze" } }, other],
      backward: [{ kind: "update", entity: "session", id: sessionId, set: { name: "Fog" } }, other],
    },
  ]);
});
