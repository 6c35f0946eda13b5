import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { eq } from "drizzle-orm";
import { connect } from "../src/db/connection";
import { library } from "../src/db/schema";
import { demoLibraryName, demoPassword } from "../demo/members";
import { prepareDatabase, serve } from "../scripts/setup/application";
import { ensureBuild } from "../scripts/setup/build";
import { ensureDatabase, startPostgres } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";
import { fillLibrary } from "../testing/large-library";
import { median, ms, percentile, table } from "./measure";

const cards = 10_000;

/**
 * Presses a key and waits, in the page itself, until `mark` was set after it and the frame that shows it was painted.
 * Time runs from the key event's own stamp, so that what the page does before its handlers run is counted too.
 */
async function keyTo(page: Page, key: string, mark: string): Promise<number> {
  await page.evaluate((name) => {
    const state = window as unknown as { benched: Promise<number> };
    state.benched = new Promise((resolve) => {
      window.addEventListener(
        "keydown",
        (press) => {
          // Nothing in here may have a name: the bench's compiler would wrap it in a helper that the page lacks.
          const timer = setInterval(() => {
            if (!performance.getEntriesByName(name).some((entry) => entry.startTime >= press.timeStamp))
              return;
            clearInterval(timer);
            // Two frames on, the first has been painted.
            requestAnimationFrame(() => requestAnimationFrame((now) => resolve(now - press.timeStamp)));
          }, 1);
        },
        { once: true, capture: true },
      );
    });
  }, mark);
  await page.keyboard.press(key);
  return page.evaluate(() => (window as unknown as { benched: Promise<number> }).benched);
}

async function signIn(page: Page, who: string): Promise<void> {
  await page.goto("/sign-in");
  await page.fill("input[name=email]", `${who}@island.example`);
  await page.fill("input[name=password]", demoPassword);
  await page.keyboard.press("Enter");
  await page.locator("[data-rendered]").waitFor({ timeout: 60_000 });
}

/** Key press to painted results, and to sound and picture, in a library of ten thousand cards. */
export async function benchKeys(): Promise<void> {
  await ensureBuild();
  const server = await startPostgres();
  const media = mkdtempSync(join(tmpdir(), "fichier-bench-media-"));
  try {
    await ensureDatabase(server, "fichier_bench", true);
    const url = server.url("fichier_bench");
    await prepareDatabase(url, media);
    const db = connect(url);
    const [{ id }] = await db.select().from(library).where(eq(library.name, demoLibraryName));
    await fillLibrary(db, id, cards);
    await db.$client.end();
    const port = await freePort();
    const application = await serve(url, port, media, { quiet: true, remember: false });
    const browser = await chromium.launch({
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-background-networking", "--disable-component-update"],
    });
    try {
      const open = async (who: string) => {
        const page = await (
          await browser.newContext({
            baseURL: `http://127.0.0.1:${port}`,
            viewport: { width: 1280, height: 800 },
          })
        ).newPage();
        await signIn(page, who);
        return page;
      };
      const sound = await open("sound");
      await sound.waitForTimeout(3000);
      const typed: number[] = [];
      for (const query of ["har", "plate near", "fog wi", "tern hol", "sbr", "copperr"]) {
        await sound.keyboard.press("/");
        await sound.getByRole("combobox", { name: "Find a card" }).waitFor();
        await sound.waitForTimeout(400);
        for (const letter of query)
          typed.push(await keyTo(sound, letter === " " ? "Space" : letter, "fichier:listed"));
        await sound.keyboard.press("Escape");
        await sound.waitForTimeout(400);
      }
      // Sounding: rendered, level-matched and handed to the running player. Each press meets a card that is not on yet.
      await sound.keyboard.press("Space");
      const sounding: number[] = [];
      for (let i = 0; i < 12; i++) {
        sounding.push(await keyTo(sound, String((i % 3) + 1), "fichier:sounding"));
        await sound.waitForTimeout(700);
      }
      const stills = await open("stills");
      await stills.keyboard.press("Alt+PageDown");
      await stills.getByTestId("after").waitFor();
      await stills.waitForTimeout(4000);
      const painted: number[] = [];
      for (let i = 0; i < 12; i++) {
        painted.push(await keyTo(stills, String((i % 2) + 1), "fichier:painted"));
        await stills.waitForTimeout(900);
      }
      const row = (name: string, values: number[]) => [
        name,
        ms(median(values)),
        ms(percentile(values, 0.95)),
        String(values.length),
      ];
      table(
        `Keys, in a library of ${(cards + 46).toLocaleString("en")} cards; a frame is 16.7 ms, and the frame that shows it is in the figure`,
        [
          ["from a key press to", "median", "95 %", "presses"],
          row("the results painted", typed),
          row("the card on a 4 s loop and sounding", sounding),
          row("the card on a 1280-pixel picture and visible", painted),
        ],
      );
    } finally {
      await browser.close();
      application.kill("SIGKILL");
    }
  } finally {
    rmSync(media, { recursive: true, force: true });
    server.stop();
  }
}
