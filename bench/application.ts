import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { eq } from "drizzle-orm";
import { demoLibraryName, demoPassword } from "../demo/members";
import { prepareDatabase, serve } from "../scripts/setup/application";
import { ensureBuild } from "../scripts/setup/build";
import { ensureDatabase, startPostgres } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";
import { connect, type Database } from "../src/db/connection";
import { library } from "../src/db/schema";

interface Served {
  readonly libraryId: string;
  /** The application's process. */
  readonly pid: number;
  /** A page in a browser of its own. */
  open(): Promise<Page>;
}

/** Serves the demo's library, filled further, with a browser to look at it, and clears all away again. */
export async function withApplication<Filled>(
  fill: (db: Database, libraryId: string) => Promise<Filled>,
  work: (served: Served, filled: Filled) => Promise<void>,
): Promise<void> {
  await ensureBuild();
  const server = await startPostgres();
  const media = mkdtempSync(join(tmpdir(), "fichier-bench-media-"));
  try {
    await ensureDatabase(server, "fichier_bench", { anew: true });
    const url = server.url("fichier_bench");
    await prepareDatabase(url, media);
    const db = connect(url);
    const [{ id: libraryId }] = await db.select().from(library).where(eq(library.name, demoLibraryName));
    const filled = await fill(db, libraryId);
    await db.$client.end();
    const port = await freePort();
    const application = await serve(url, port, media, { quiet: true, remember: false });
    const browser = await chromium.launch({
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-background-networking", "--disable-component-update"],
    });
    const open = async () =>
      (
        await browser.newContext({
          baseURL: `http://127.0.0.1:${port}`,
          viewport: { width: 1280, height: 800 },
        })
      ).newPage();
    try {
      await work({ libraryId, pid: application.pid!, open }, filled);
    } finally {
      await browser.close();
      application.kill("SIGKILL");
    }
  } finally {
    rmSync(media, { recursive: true, force: true });
    server.stop();
  }
}

/** Signs in as a member of the demo, and waits until the bench is there. */
export async function signIn(page: Page, who: string): Promise<void> {
  await page.goto("/sign-in");
  await page.fill("input[name=email]", `${who}@island.example`);
  await page.fill("input[name=password]", demoPassword);
  await page.keyboard.press("Enter");
  await page.locator("[data-rendered]").waitFor({ timeout: 300_000 });
}
