import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join as joinPath } from "node:path";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ensureDatabase, startPostgres, type Server } from "../scripts/setup/postgres";
import { randomFrom } from "../demo/random";
import { writeWav } from "@/core/formats/wav/write";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import type { Rendering } from "@/core/api/operations/one-render";
import { connect, database } from "@/db/connection";
import { bringUpToDate } from "@/db/migrate";
import { readRender } from "@/db/renders";
import * as copyRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/[copy]/route";
import * as inPlaceRoute from "@/app/api/libraries/[libraryId]/renders/in-place/route";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import { answer, join, newLibrary, origin, request, type Person } from "./world";

/* Processes that are killed, as the machine's memory or its power may end them, and what is there afterwards. */

/** How often; more of them for a longer look: `KILLS=20`. */
const kills = Number(process.env.KILLS ?? 3);

const tsx = (script: string, env: Record<string, string> = {}): ChildProcess =>
  spawn(process.execPath, ["--import", "tsx", ...(script.endsWith(".ts") ? [script] : ["--eval", script])], {
    env: { ...process.env, ...env },
    stdio: ["ignore", "pipe", "inherit"],
  });
const ended = (child: ChildProcess) => new Promise<number | null>((resolve) => child.once("exit", resolve));
const soon = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

const url = new URL(process.env.DATABASE_URL!);
let server: Server;
beforeAll(async () => void (server = await startPostgres()));
afterAll(() => server.stop());
/** Another database on the same server, empty. */
async function anotherDatabase(purpose: string): Promise<string> {
  const name = `${url.pathname.slice(1)}_${purpose}`;
  await ensureDatabase(server, name, { anew: true });
  return server.url(name);
}
async function within<T>(connectionString: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  return work(client).finally(() => client.end());
}
const columns = (client: pg.Client) =>
  client
    .query(
      "select table_schema, table_name, column_name, data_type, is_nullable from information_schema.columns where table_schema in ('public', 'drizzle') order by 1, 2, 3",
    )
    .then(({ rows }) => rows as unknown[]);

const rate = 48_000;
const frames = 5 * rate;
const half = 10 ** (-6 / 20);
const gain: Chain = {
  medium: "audio",
  settings: [{ effect: "audio.gain", values: { gain: -6 }, on: true, mix: 100 }],
};
const tone = (pitch: number) => Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin(i * pitch));

describe("renderings in place", () => {
  let editor: Person;
  let sessionId: string;
  const params = <P extends object>(more: P) => ({
    params: Promise.resolve({ libraryId: editor.libraryId, ...more }),
  });
  beforeAll(async () => {
    const library = await newLibrary();
    sessionId = library.sessionId;
    editor = await join(library.libraryId, "editor");
    await editor.run("remove-targets", { sessionId, targetIds: library.targetIds });
  });
  const bring = async (name: string, plane: Float32Array): Promise<string> => {
    const sent = new Request(`${origin}/api?name=${name}`, {
      method: "POST",
      headers: { host: "fichier.test", origin, cookie: editor.cookie },
      body: new Uint8Array(writeWav({ planes: [plane], sampleRate: rate }, "f32")),
    });
    return (await answer<{ media: { id: string } }>(await materialRoute.POST(sent, params({})))).body.media
      .id;
  };
  const targets = async () => (await editor.rows(sessionId)).target as unknown as Target[];

  it(`are each done once, whole, though their worker is killed ${kills} times`, async () => {
    const pitches = Array.from({ length: 4 }, (_, i) => 0.02 + i / 500);
    const items = [];
    for (const [i, pitch] of pitches.entries())
      items.push({ mediaId: await bring(`tone ${i}.wav`, tone(pitch)), name: `Tone ${i}` });
    const { targetIds } = (await editor.run<{ targetIds: string[] }>("add-targets", { sessionId, items }))
      .body.result;
    for (const targetId of targetIds) await editor.run("set-chain", { sessionId, targetId, chain: gain });
    const versions = new Map((await targets()).map(({ id, version }) => [id, version]));
    const renders: string[] = [];
    for (const id of targetIds) {
      const { body } = await answer<{ render: Rendering }>(
        await inPlaceRoute.POST(
          request("/api", {
            method: "POST",
            cookie: editor.cookie,
            body: { sessionId, targetIds: [id] },
          }),
          params({}),
        ),
      );
      renders.push(body.render.id);
    }
    const states = async () =>
      Promise.all(renders.map(async (id) => (await readRender(database(), id))!.state));
    const draw = randomFrom(5);
    let worker: ChildProcess | null = null;
    for (let n = 0; n <= kills; n++) {
      worker = tsx("scripts/worker.ts", { FICHIER_JOBS: "elsewhere" });
      await new Promise((resolve) => worker!.stdout!.once("data", resolve));
      if (n < kills) {
        await soon(1500 * draw());
        const gone = ended(worker);
        worker.kill("SIGKILL");
        await gone;
      }
    }
    try {
      await expect.poll(states, { timeout: 110_000, interval: 500 }).toEqual(renders.map(() => "done"));
    } finally {
      worker!.kill("SIGKILL");
    }
    const after = await targets();
    for (const [i, id] of targetIds.entries()) {
      const target = after.find((one) => one.id === id)!;
      // Changed once, by one change, and with all of its samples.
      expect(target).toMatchObject({ version: versions.get(id)! + 1, chain: { settings: [] } });
      const response = await copyRoute.GET(
        request("/api", { cookie: editor.cookie }),
        params({ mediaId: target.mediaId!, copy: "planes" }),
      );
      const samples = new Float32Array(await response.arrayBuffer());
      expect(samples.length).toBe(frames);
      const should = tone(pitches[i]);
      expect(samples.reduce((most, v, n) => Math.max(most, Math.abs(v - half * should[n])), 0)).toBeLessThan(
        1e-6,
      );
    }
    for (let i = targetIds.length; i > 0; i--) await editor.takeBack("undo", sessionId);
    expect((await targets()).map(({ mediaId }) => mediaId).sort()).toEqual(
      items.map(({ mediaId }) => mediaId).sort(),
    );
    // Nothing half made is left lying.
    const left = readdirSync(process.env.FICHIER_MEDIA!, { recursive: true, encoding: "utf8" });
    expect(left.filter((name) => /\.part$/.test(name))).toEqual([]);
  }, 240_000);
});

it("a database is brought up to date though one of three that begin at once is killed at it", async () => {
  const draw = randomFrom(7);
  const usual = await within(url.href, columns);
  for (let n = 0; n < Math.max(2, kills / 4); n++) {
    const fresh = await anotherDatabase(`migrated_${n}`);
    const script = `
      import { connect } from "./src/db/connection";
      import { bringUpToDate } from "./src/db/migrate";
      const db = connect(${JSON.stringify(fresh)});
      process.stdout.write("begun");
      await bringUpToDate(db, "src/db/migrations");
      await db.$client.end();
    `;
    const all = [1, 2, 3].map(() => tsx(script));
    const codes = all.map(ended);
    await Promise.race(all.map((one) => new Promise((resolve) => one.stdout!.once("data", resolve))));
    await soon(400 * draw());
    all[n % 3].kill("SIGKILL");
    const [killed] = (await Promise.all(codes)).splice(n % 3, 1);
    expect([null, 0]).toContain(killed);
    for (const [i, code] of (await Promise.all(codes)).entries()) if (i !== n % 3) expect(code).toBe(0);
    expect(await within(fresh, columns)).toEqual(usual);
    // Once more does nothing.
    const db = connect(fresh);
    await bringUpToDate(db, "src/db/migrations");
    await db.$client.end();
    expect(await within(fresh, columns)).toEqual(usual);
  }
}, 120_000);

it("a dump of the database and a copy of the material are the library again", async () => {
  const library = await newLibrary();
  const owner = await join(library.libraryId, "owner");
  await owner.run("keep-card", { name: "Kept before the fire", path: "Yard", chain: gain });
  const folder = mkdtempSync(joinPath(tmpdir(), "fichier-restored-"));
  try {
    const dump = joinPath(folder, "library.dump");
    expect(spawnSync("pg_dump", ["--format=custom", `--file=${dump}`, url.href]).status).toBe(0);
    cpSync(process.env.FICHIER_MEDIA!, joinPath(folder, "media"), { recursive: true });
    const fresh = await anotherDatabase("restored");
    expect(
      spawnSync("pg_restore", ["--no-owner", "--exit-on-error", `--dbname=${fresh}`, dump], {
        encoding: "utf8",
      }),
    ).toMatchObject({ status: 0 });
    /** How many rows each table has, and a sum over all that is in them. */
    const contents = (client: pg.Client) =>
      client
        .query<{ name: string }>(
          "select format('%I.%I', schemaname, tablename) as name from pg_tables where schemaname in ('public', 'drizzle') order by 1",
        )
        .then(async ({ rows }) => {
          const all: [string, unknown][] = [];
          for (const { name } of rows) {
            const sum = await client.query<{ n: number; sum: string }>(
              `select count(*)::int as n, md5(coalesce(string_agg(md5(t::text), '' order by md5(t::text)), '')) as sum from ${name} t`,
            );
            all.push([name, sum.rows[0]]);
          }
          return new Map(all);
        });
    const restored = await within(fresh, contents);
    expect(restored).toEqual(await within(url.href, contents));
    expect(restored.get("public.card")).not.toMatchObject({ n: 0 });
    const db = connect(fresh);
    await bringUpToDate(db, "src/db/migrations");
    await db.$client.end();
    expect(await within(fresh, contents)).toEqual(restored);
    // Every file that the restored database names is in the copy.
    const { rows } = await within(fresh, (client) =>
      client.query<{ id: string; kind: string }>("select id, facts->>'kind' as kind from media"),
    );
    const files = new Set(readdirSync(joinPath(folder, "media"), { recursive: true, encoding: "utf8" }));
    const there = new Set(readdirSync(process.env.FICHIER_MEDIA!, { recursive: true, encoding: "utf8" }));
    const originals = rows
      .map(({ id }) => `${id.slice(0, 2)}/${id}/original`)
      .filter((path) => there.has(path));
    expect(originals.length).toBeGreaterThan(0);
    for (const path of originals) expect(files).toContain(path);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}, 120_000);
