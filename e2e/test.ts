import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, type BrowserContext } from "@playwright/test";

/** What a browser keeps of a member; what it has fetched and compiled of the application is not of it. */
const kept = "cookies,local_storage,indexeddb,service_workers,cache_storage,file_systems";

/**
 * Tests whose pages are visited again, as those that stay open all day are: the application is fetched and compiled once,
 * not in each test, and every test begins signed out, with nothing kept. Contexts that a test makes of `browser` are
 * visitors that come for the first time.
 */
export const test = base.extend<object, { visited: BrowserContext }>({
  visited: [
    async ({ playwright, launchOptions }, use, { project }) => {
      const profile = mkdtempSync(join(tmpdir(), "fichier-profile-"));
      const context = await playwright.chromium.launchPersistentContext(profile, {
        ...launchOptions,
        baseURL: project.use.baseURL,
        viewport: { width: 1280, height: 800 },
      });
      await use(context);
      await context.close();
      rmSync(profile, { recursive: true, force: true });
    },
    { scope: "worker" },
  ],
  browser: [async ({ visited }, use) => use(visited.browser()!), { scope: "worker" }],
  context: async ({ visited, baseURL }, use) => {
    await use(visited);
    const pages = visited.pages();
    // Its data are cleared from a page that shows nothing, once nothing else can write any.
    const blank = await visited.newPage();
    for (const page of pages) await page.close();
    const session = await visited.newCDPSession(blank);
    await session.send("Storage.clearDataForOrigin", {
      origin: baseURL!,
      storageTypes: kept,
    });
    await session.detach();
    await visited.clearCookies();
    await visited.unrouteAll();
  },
});
