import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { eq } from "drizzle-orm";
import { card, folder } from "../src/db/schema";
import { fillLibrary } from "../testing/large-library";
import { signIn, withApplication } from "./application";
import { median, ms, percentile, table } from "./measure";

/** Cards besides the demo's. */
const sizes = [100, 10_000, 100_000];
const perFolder = 20;

type Figures = Record<string, string>;

const megabytes = (bytes: number) => `${Math.round(bytes / 2 ** 20)} MB`;

/** Bytes of memory that a process has for itself. */
const memoryOf = (pid: number): number =>
  1024 * Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]);

/** Milliseconds that something takes. */
async function took(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** What a page asks of the application, as itself. */
const ask = (page: Page, path: string, body?: object) =>
  page.evaluate(
    async ([path, body]) => {
      const start = performance.now();
      const response = await fetch(path as string, {
        ...(body !== null && {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify(body),
        }),
      });
      const text = await response.text();
      return { status: response.status, ms: performance.now() - start, bytes: text.length };
    },
    [path, body ?? null] as const,
  );

async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send("HeapProfiler.collectGarbage");
  const { usedSize } = await session.send("Runtime.getHeapUsage");
  return usedSize;
}

async function benchSize(count: number): Promise<Figures> {
  const figures: Figures = {};
  await withApplication(
    async (db, libraryId) => {
      await fillLibrary(db, libraryId, count, perFolder);
      const ids = (await db.select({ id: card.id }).from(card).where(eq(card.layer, "team"))).map(
        (c) => c.id,
      );
      const [aFolder] = (await db.select().from(folder)).filter((f) => f.parentId !== null).slice(-1);
      await db.execute("analyze");
      return { ids, aFolder };
    },
    async ({ libraryId, pid, open }, { ids, aFolder }) => {
      const page = await open();
      // Once, so that what a first page costs is not counted.
      await signIn(page, "curator");
      const idle = memoryOf(pid);
      let most = idle;
      const look = setInterval(() => (most = Math.max(most, memoryOf(pid))), 20);
      const fetched = await ask(page, `/api/libraries/${libraryId}/replica`);
      clearInterval(look);
      figures["the copy"] = `${megabytes(fetched.bytes)} in ${ms(fetched.ms)}`;
      figures["server's memory above idle meanwhile"] = megabytes(most - idle);

      const other = await open();
      figures["sign-in to the bench rendered"] = ms(await took(() => signIn(other, "sound")));
      await other.keyboard.press("/");
      figures["and until the bar lists"] = ms(
        await took(() => other.locator("#found-cards [role=option]").first().waitFor({ timeout: 300_000 })),
      );
      await other.keyboard.press("Escape");
      figures["page's heap on the bench"] = megabytes(await heapOf(other));

      const place = page.url().replace(/bench.*/, "library");
      await page.goto(place);
      figures["library's screen to its rows, anew"] = ms(
        await took(() => page.locator("[role=row][data-subject=card]").first().waitFor({ timeout: 300_000 })),
      );
      await page.waitForTimeout(2000);
      const folders = page.getByRole("treeitem");
      const opened: number[] = [];
      for (let i = 2; i < 8; i++)
        opened.push(
          await took(async () => {
            await folders.nth(i).click();
            await page.locator(`[role=treeitem][aria-selected=true] >> nth=0`).waitFor();
            await page.evaluate(
              () => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))),
            );
          }),
        );
      figures["open a folder"] = ms(median(opened));
      figures["back to all"] = ms(
        await took(async () => {
          await page.getByRole("treeitem", { name: /^All cards/ }).click();
          await page.evaluate(
            () => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r))),
          );
        }),
      );
      figures["page's heap in the library"] = megabytes(await heapOf(page));

      const command = (name: string, input: object) =>
        ask(page, `/api/libraries/${libraryId}/commands/${name}`, input);
      figures["a card renamed, answered"] = ms(
        (await command("edit-card", { cardId: ids[1], name: "Renamed in the bench" })).ms,
      );
      figures["a folder renamed, answered"] = ms(
        (await command("rename-folder", { folderId: aFolder.id, name: "Renamed in the bench" })).ms,
      );
      const moved = ids.slice(0, Math.min(3000, ids.length));
      const reads: number[] = [];
      let moving = true;
      const meanwhile = (async () => {
        while (moving)
          reads.push((await ask(other, `/api/libraries/${libraryId}/changes?stream=library&since=0`)).ms);
      })();
      const move = await command("move-cards", { cardIds: moved, path: "Moved in the bench" });
      moving = false;
      await meanwhile;
      figures[`move ${moved.length.toLocaleString("en")} cards`] = `${ms(move.ms)}, ${move.status}`;
      figures["reads meanwhile, worst"] = ms(Math.max(...reads));

      const many = async (work: (i: number) => Promise<{ status: number; ms: number }>) => {
        const all: { status: number; ms: number }[] = [];
        for (let i = 0; i < 60; i++) all.push(await work(i));
        const wrong = all.filter((one) => one.status !== 200).length;
        const times = all.map((one) => one.ms);
        return `${ms(median(times))}, 95 % ${ms(percentile(times, 0.95))}${wrong ? `, ${wrong} refused` : ""}`;
      };
      figures["changes"] = await many(() =>
        ask(other, `/api/libraries/${libraryId}/changes?stream=library&since=1000000`),
      );
      figures["edit-card"] = await many((i) => command("edit-card", { cardId: ids[i], note: `Note ${i}` }));
      figures["keep-card"] = await many((i) =>
        command("keep-card", {
          name: `Kept ${i}`,
          path: "Kept in the bench",
          note: "",
          fits: [],
          chain: {
            medium: "audio",
            settings: [{ effect: "audio.gain", values: { gain: 1 }, on: true, mix: 100 }],
          },
        }),
      );
    },
  );
  return figures;
}

/** What a library's size costs: loading it, its screens, changes to it. */
export async function benchScale(): Promise<void> {
  const all: Figures[] = [];
  for (const size of sizes) all.push(await benchSize(size));
  const names = [...new Set(all.flatMap((figures) => Object.keys(figures)))];
  table("Cards in a library, besides the demo's", [
    ["", ...sizes.map((size) => size.toLocaleString("en"))],
    ...names.map((name) => [name, ...all.map((figures) => figures[name] ?? "")]),
  ]);
}
