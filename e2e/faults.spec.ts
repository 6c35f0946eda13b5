import { readHeads } from "../testing/heads";
import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, type Browser } from "@playwright/test";
import { v7 as newId } from "uuid";
import { randomFrom } from "../demo/random";
import { copyLibraries, environment, serve } from "../scripts/setup/application";
import { ensureDatabase, removeCluster, startPostgres, type Server } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";
import { eventually, press, said, signIn, strip, target } from "./desk";

/** A cluster and an application of this file's own, since it kills them. */
const cluster = "postgres-faults";
type App = Awaited<ReturnType<typeof serve>>;

test.describe("killed in the middle of a save", () => {
  let server: Server;
  let app: App;
  let port: number;
  let media: string;

  let worker: ChildProcess;

  const startApp = async () =>
    (app = await serve(server.url("fichier"), port, media, { quiet: true, remember: false }));
  // The jobs' own process, so that it can be killed by itself.
  const startWorker = () => {
    worker = spawn(process.execPath, ["--import", "tsx", join(import.meta.dirname, "../scripts/worker.ts")], {
      env: environment(server.url("fichier"), port, media),
      stdio: "ignore",
    });
  };
  const killApp = async () => {
    const gone = new Promise((resolve) => app.once("exit", resolve));
    app.kill("SIGKILL");
    await gone;
  };
  /** As a power cut would: the server process and, as it dies, all that serve connections. */
  const killDatabase = () =>
    process.kill(Number(readFileSync(server.pidFile, "utf8").split("\n")[0]), "SIGKILL");

  test.beforeAll(async () => {
    test.setTimeout(180_000);
    process.env.FICHIER_JOBS = "elsewhere";
    removeCluster(cluster);
    server = await startPostgres(cluster);
    port = await freePort();
    media = mkdtempSync(join(tmpdir(), "fichier-media-"));
    await ensureDatabase(server, "fichier", { anew: true });
    const demo = { url: process.env.FICHIER_DEMO!, media: process.env.FICHIER_DEMO_MEDIA! };
    copyLibraries(demo, { url: server.url("fichier"), media });
    await startApp();
    startWorker();
  });
  test.afterAll(async () => {
    delete process.env.FICHIER_JOBS;
    worker.kill("SIGKILL");
    await killApp();
    removeCluster(cluster);
    rmSync(media, { recursive: true, force: true });
  });
  test.use({ baseURL: "" });

  test("the bench says that it is not saved yet, and saves when the server is back", async ({ browser }) => {
    test.setTimeout(120_000);
    const page = await (
      await browser.newContext({
        baseURL: `http://127.0.0.1:${port}`,
        viewport: { width: 1280, height: 800 },
      })
    ).newPage();
    await signIn(page, "sound");
    killDatabase();
    await press(page, "1");
    // What was done shows at once, and that it is not safe yet.
    await expect(target(page, "Narration, take 4")).toContainText("Small harbour room");
    await expect(said(page)).toContainText("Not saved yet");
    server = await startPostgres(cluster);
    await expect(said(page)).not.toContainText("Not saved yet", { timeout: 30_000 });
    await killApp();
    await press(page, "ArrowDown", "3");
    await expect(target(page, "Narration, take 5")).toContainText("Wind off");
    await expect(said(page)).toContainText("Not saved yet");
    await startApp();
    await expect(said(page)).not.toContainText("Not saved yet", { timeout: 30_000 });
    await page.reload();
    await expect(target(page, "Narration, take 4")).toContainText("Small harbour room");
    await expect(target(page, "Narration, take 5")).toContainText("Wind off");
    await expect(strip(page)).toContainText("take back");
    await page.context().close();
  });

  /** A member's line to the application, past its pages. */
  async function lineOf(browser: Browser, who: string) {
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const page = await context.newPage();
    await signIn(page, who);
    const [, libraryId, , sessionId] = new URL(page.url()).pathname.split("/");
    const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
    await context.close();
    const ask = async (path: string, body?: object, at = port) => {
      const origin = `http://127.0.0.1:${at}`;
      const answer = await fetch(`${origin}/api/libraries/${libraryId}/${path}`, {
        ...(body && { method: "POST", body: JSON.stringify(body) }),
        headers: { cookie, origin, "content-type": "application/json" },
      }).catch(() => null);
      return { status: answer?.status, response: answer };
    };
    /** Sends until there is an answer, as the application's own pages do. */
    const insist = async (path: string, body: object) => {
      for (let attempt = 0; attempt < 300; attempt++) {
        const { status, response } = await ask(path, { requestId: newId(), ...body });
        if (status === 200) return;
        // No answer, or one that says: later. Anything else is a fault.
        expect([undefined, 503, response && (await response.text())]).toContain(status);
        await new Promise((r) => setTimeout(r, 100));
      }
      throw new Error(`${path} was never confirmed`);
    };
    const read = async <T>(path: string) => (await (await ask(path)).response!.json()) as T;
    const cards = async () => readHeads(await (await ask("cards")).response!.text()).cards;
    return { sessionId, ask, insist, read, cards };
  }
  type Line = Awaited<ReturnType<typeof lineOf>>;

  /** All revisions of a stream, read page by page. */
  async function revisions(line: Line, stream: string): Promise<number[]> {
    const all: number[] = [];
    for (let more = true; more;) {
      const page = await line.read<{ changes: { revision: number }[]; more: boolean }>(
        `changes?stream=${stream}&since=${all.at(-1) ?? 0}`,
      );
      all.push(...page.changes.map((c) => c.revision));
      more = page.more;
    }
    return all;
  }
  const expectNoGaps = (all: readonly number[]) => expect(all).toEqual(all.map((_, i) => i + 1));

  test("no confirmed change is lost and none is done twice, whatever is killed when", async ({ browser }) => {
    test.setTimeout(300_000);
    const line = await lineOf(browser, "curator");
    const { sessionId } = line;
    const targetId = (await line.read<{ targets: { id: string }[] }>(`sessions/${sessionId}`)).targets[0].id;
    const random = randomFrom(2027);
    const changes = 120;
    const kills = { database: 0, application: 0, worker: 0 };
    const folders: string[] = [];
    let strength = 100;
    let renders = 0;

    /** The script of an editing session: folders, shaping by hand, now and then a rendering. */
    const step = async (i: number) => {
      if (i % 4 === 3) {
        await line.insist("commands/set-chain", {
          sessionId,
          targetId,
          strength: (strength = 1 + (i % 99)),
          requestId: newId(),
        });
      } else {
        await line.insist("commands/create-folder", {
          parentId: null,
          name: `Change ${i}`,
          requestId: newId(),
        });
        folders.push(`Change ${i}`);
      }
      if (i % 40 === 8) {
        await line.insist("renders", { sessionId, targetIds: [targetId], format: "wav", requestId: newId() });
        renders++;
      }
    };
    for (let i = 0; i < changes; i++) {
      const sent = step(i);
      if (i % 20 === 10) {
        await new Promise((r) => setTimeout(r, random() * 40));
        const which = (["database", "application", "worker"] as const)[Math.floor(i / 20) % 3];
        kills[which]++;
        if (which === "database") {
          killDatabase();
          server = await startPostgres(cluster);
        } else if (which === "application") {
          await killApp();
          await startApp();
        } else {
          worker.kill("SIGKILL");
          startWorker();
        }
      }
      await sent;
    }
    expect(kills).toEqual({ database: 2, application: 2, worker: 2 });
    const replica = await line.read<{ rows: { folder: { name: string }[] } }>("replica");
    expect(
      replica.rows.folder
        .map((f) => f.name)
        .filter((n) => n.startsWith("Change "))
        .sort(),
    ).toEqual([...folders].sort());
    expect(
      (
        await line.read<{ targets: { id: string; strength: number }[] }>(`sessions/${sessionId}`)
      ).targets.find((t) => t.id === targetId)!.strength,
    ).toBe(strength);
    expectNoGaps(await revisions(line, "library"));
    expectNoGaps(await revisions(line, `session&sessionId=${sessionId}`));

    // Every rendering that was asked for is made, whoever died over it, and none is offered in halves.
    const list = () => line.read<{ renders: { id: string; state: string; bytes: number }[] }>("renders");
    await eventually(async () => (await list()).renders.map((r) => r.state), { timeout: 120_000 }).toEqual(
      Array(renders).fill("done"),
    );
    for (const { id, bytes } of (await list()).renders) {
      const file = Buffer.from(await (await line.ask(`renders/${id}/file`)).response!.arrayBuffer());
      expect([file.length, file.readUInt32LE(4) + 8]).toEqual([bytes, bytes]);
    }
  });

  test("two applications, ten pages, hundreds of commands and changes of all cards at once come to the same", async ({
    browser,
  }) => {
    test.setTimeout(300_000);
    const otherPort = await freePort();
    const other = await serve(server.url("fichier"), otherPort, media, { quiet: true, remember: false });
    try {
      const members = ["curator", "owner", "picture"];
      const lines = await Promise.all(members.map((who) => lineOf(browser, who)));
      const pages = [];
      for (const [i, who] of members.entries()) {
        const context = await browser.newContext({
          baseURL: `http://127.0.0.1:${[port, otherPort][i % 2]}`,
          viewport: { width: 1280, height: 800 },
        });
        const page = await context.newPage();
        await signIn(page, who);
        await press(page, "Alt+l");
        await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
        pages.push(page);
        for (let more = i === 0 ? 3 : 2; more > 0; more--) {
          const beside = await context.newPage();
          await beside.goto(page.url());
          await expect(beside.getByRole("grid", { name: "Cards" })).toBeVisible();
          pages.push(beside);
        }
      }
      expect(pages).toHaveLength(10);
      const own = (await lines[0].cards()).filter((c) => c.layer === "team");
      const [counter, ...noted] = own;
      await lines[0].insist("commands/edit-card", { cardId: counter.id, note: "0" });
      const perClient = { notes: 12, counts: 8 };
      const answered = new Map<number, number>();
      const client = async (line: Line, at: number, n: number) => {
        const send = async (body: object) => {
          const { status, response } = await line.ask("commands/edit-card", body, at);
          const answer = (await response!.json()) as {
            change?: { revision: number };
            error?: { code: string; current: { note: string; version: number } };
          };
          answered.set(status!, (answered.get(status!) ?? 0) + 1);
          return answer;
        };
        for (let i = 0; i < perClient.notes; i++)
          await send({ cardId: noted[(n * 7 + i) % noted.length].id, note: `${n} wrote ${i}` });
        // Counting together: each reads, adds one and says which state it saw; a stale one is told the present state.
        let seen = (await line.cards()).find((c) => c.id === counter.id)!;
        for (let i = 0; i < perClient.counts;) {
          const { error } = await send({
            cardId: counter.id,
            note: String(Number(seen.note) + 1),
            seen: seen.version,
          });
          if (error) expect(error.code).toBe("stale");
          else i++;
          seen = error
            ? { ...seen, ...error.current }
            : { ...seen, note: String(Number(seen.note) + 1), version: seen.version + 1 };
        }
      };
      const clients = lines.flatMap((line) =>
        [port, otherPort].flatMap((at) => [at, at]).map((at) => ({ line, at })),
      );
      /** Files all cards of the team elsewhere at once, while the others write into them. */
      const bulk = async () => {
        for (const path of ["Here for now", "There for now", "Together"])
          expect(
            (await lines[1].ask("commands/move-cards", { cardIds: own.map((c) => c.id), path }, otherPort))
              .status,
          ).toBe(200);
      };
      await Promise.all([bulk(), ...clients.map(({ line, at }, n) => client(line, at, n))]);
      expect(clients).toHaveLength(12);
      expect([...answered.keys()].sort()).toEqual([200, 409]);
      expect(answered.get(200)).toBe(clients.length * (perClient.notes + perClient.counts));
      // No update was lost.
      const end = await lines[0].cards();
      expect(end.find((c) => c.id === counter.id)!.note).toBe(String(clients.length * perClient.counts));
      expectNoGaps(await revisions(lines[0], "library"));
      expect(new Set(end.filter((c) => c.layer === "team").map((c) => c.folderId)).size).toBe(1);
      // A last change by one is with all, and then they show the same as the database holds.
      await lines[1].insist("commands/edit-card", { cardId: counter.id, name: "Zz, counted together" });
      for (const page of pages) {
        const row = page.getByRole("row").filter({ hasText: "Zz, counted together" });
        await page.getByRole("grid", { name: "Cards" }).focus();
        await press(page, "End");
        await expect(row).toBeVisible();
        await row.dispatchEvent("mousedown");
        await expect(page.getByRole("complementary", { name: "Chosen card" })).toContainText(
          String(clients.length * perClient.counts),
        );
        await expect(page.getByRole("complementary", { name: "Chosen card" })).toContainText("Together");
      }
      for (const page of pages) await page.context().close();
    } finally {
      other.kill("SIGKILL");
    }
  });
});
