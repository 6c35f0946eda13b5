import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { v7 as newId } from "uuid";
import { randomFrom } from "../demo/random";
import { prepareDatabase, serve } from "../scripts/setup/application";
import { ensureDatabase, removeCluster, startPostgres, type Server } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";
import { press, said, signIn, strip, target } from "./desk";

/** A cluster and an application of this file's own, since it kills them. */
const cluster = "postgres-faults";
type App = Awaited<ReturnType<typeof serve>>;

test.describe("killed in the middle of a save", () => {
  let server: Server;
  let app: App;
  let port: number;
  let media: string;

  const startApp = async () => (app = await serve(server.url("fichier"), port, media, { quiet: true, remember: false }));
  const killApp = async () => {
    const gone = new Promise((resolve) => app.once("exit", resolve));
    app.kill("SIGKILL");
    await gone;
  };
  /** As a power cut would: the server process and, as it dies, all that serve connections. */
  const killDatabase = () => process.kill(Number(readFileSync(server.pidFile, "utf8").split("\n")[0]), "SIGKILL");

  test.beforeAll(async () => {
    test.setTimeout(180_000);
    removeCluster(cluster);
    server = await startPostgres(cluster);
    port = await freePort();
    media = mkdtempSync(join(tmpdir(), "fichier-media-"));
    await ensureDatabase(server, "fichier", true);
    await prepareDatabase(server.url("fichier"), media, true);
    await startApp();
  });
  test.afterAll(async () => {
    await killApp();
    removeCluster(cluster);
    rmSync(media, { recursive: true, force: true });
  });
  test.use({ baseURL: "" });

  test("the bench says that it is not saved yet, and saves when the server is back", async ({ browser }) => {
    test.setTimeout(120_000);
    const page = await (await browser.newContext({ baseURL: `http://127.0.0.1:${port}`, viewport: { width: 1280, height: 800 } })).newPage();
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

  test("no confirmed change is lost and none is done twice, whatever is killed when", async ({ browser }) => {
    test.setTimeout(240_000);
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const page = await context.newPage();
    await signIn(page, "curator");
    const libraryId = new URL(page.url()).pathname.split("/")[1];
    const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
    await context.close();
    const origin = `http://127.0.0.1:${port}`;
    const random = randomFrom(2027);
    const changes = 120;
    const confirmed: string[] = [];
    let kills = 0;

    /** Sends until there is an answer, as the application's own pages do. */
    const make = async (name: string) => {
      const body = JSON.stringify({ requestId: newId(), parentId: null, name });
      for (let attempt = 0; attempt < 200; attempt++) {
        const answer = await fetch(`${origin}/api/libraries/${libraryId}/commands/create-folder`, { method: "POST", body, headers: { cookie, origin, "content-type": "application/json" } }).catch(() => null);
        if (answer?.ok) return void confirmed.push(name);
        // No answer, or one that says: later. Anything else is a fault.
        expect([undefined, 503]).toContain(answer?.status);
        await new Promise((r) => setTimeout(r, 100));
      }
      throw new Error(`${name} was never confirmed`);
    };
    for (let i = 0; i < changes; i++) {
      const sent = make(`Change ${i}`);
      if (i % 20 === 10) {
        await new Promise((r) => setTimeout(r, random() * 40));
        kills++;
        if (random() < 0.5) {
          killDatabase();
          server = await startPostgres(cluster);
        } else {
          await killApp();
          await startApp();
        }
      }
      await sent;
    }
    const replica = (await (await fetch(`${origin}/api/libraries/${libraryId}/replica`, { headers: { cookie } })).json()) as { rows: { folder: { name: string }[] }; streams: { of: string; revision: number }[] };
    const made = replica.rows.folder.map((f) => f.name).filter((n) => n.startsWith("Change "));
    expect(kills).toBe(6);
    expect(made.sort()).toEqual([...confirmed].sort());
    expect(made).toHaveLength(changes);
    const feed = (await (await fetch(`${origin}/api/libraries/${libraryId}/changes?since=0`, { headers: { cookie } })).json()) as { changes: { revision: number }[] };
    expect(feed.changes.map((c) => c.revision)).toEqual(feed.changes.map((_, i) => i + 1));
  });
});
