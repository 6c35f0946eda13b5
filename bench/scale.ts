import { readdirSync, readFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import type { Page } from "@playwright/test";
import { eq } from "drizzle-orm";
import { card, folder } from "../src/db/schema";
import { fillLibrary } from "../testing/large-library";
import { signIn, withApplication } from "./application";
import { median, ms, percentile, table } from "./measure";

/** Cards besides the demo's. */
const sizes = [100, 10_000, 100_000];
const perFolder = 20;
/** Requests, and for how long. */
const perSecond = 200;
const seconds = 5;

type Figures = Record<string, string>;

const megabytes = (bytes: number) => `${Math.round(bytes / 2 ** 20)} MB`;

/** Bytes of memory that a process and those that answer for it have for themselves. */
function memoryOf(pid: number): number {
  const numberIn = (of: string | number, name: string) => {
    try {
      const status = readFileSync(`/proc/${of}/status`, "utf8");
      return Number(new RegExp(`^${name}:\\s+(\\d+)`, "m").exec(status)?.[1] ?? 0);
    } catch {
      // It has gone meanwhile.
      return 0;
    }
  };
  const own = readdirSync("/proc").filter((of) => Number(of) === pid || numberIn(of, "PPid") === pid);
  return own.reduce((sum, of) => sum + 1024 * numberIn(of, "VmRSS"), 0);
}

/** Milliseconds that something takes. */
async function took(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/**
 * Milliseconds from an event to the frame that shows what came of it, by the browser's own clock, to 8 ms; what takes less
 * than a frame counts as one. Source: W3C Event Timing.
 */
async function toItsFrame(page: Page, type: string, act: () => Promise<unknown>): Promise<number> {
  await page.evaluate(() => {
    const found: [string, number][] = [];
    Object.assign(window, { eventTimes: found });
    new PerformanceObserver((list) => {
      for (const { name, duration } of list.getEntries()) found.push([name, duration]);
    }).observe({ type: "event", durationThreshold: 16 } as PerformanceObserverInit);
  });
  await act();
  await page.waitForTimeout(400);
  const durations = await page.evaluate(
    (wanted) =>
      (window as unknown as { eventTimes: [string, number][] }).eventTimes
        .filter(([name]) => name === wanted)
        .map(([, duration]) => duration),
    type,
  );
  return Math.max(16, ...durations);
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

/** What somebody needs to ask as a page does, without it. */
async function asItself(page: Page) {
  const cookies = await page.context().cookies();
  return {
    cookie: cookies.map((c) => `${c.name}=${c.value}`).join("; "),
    origin: new URL(page.url()).origin,
  };
}

/** Milliseconds of work on a page's main thread for a change that somebody else makes, over what it does by itself. */
async function following(page: Page, change: (i: number) => Promise<unknown>): Promise<string> {
  const session = await page.context().newCDPSession(page);
  await session.send("Performance.enable");
  const busy = async () =>
    1000 *
    (await session.send("Performance.getMetrics")).metrics.find((m) => m.name === "TaskDuration")!.value;
  const over = async (work: (i: number) => Promise<unknown>) => {
    const all: number[] = [];
    for (let i = 0; i < 7; i++) {
      const before = await busy();
      await work(i);
      await page.waitForTimeout(1500);
      all.push((await busy()) - before);
    }
    return median(all);
  };
  const idle = await over(async () => undefined);
  return ms(Math.max(0, (await over(change)) - idle));
}

/** How frames follow each other while the table of cards is scrolled. */
async function scrolled(page: Page): Promise<string> {
  const grid = page.getByRole("grid", { name: "Cards" });
  await grid.hover();
  // As text: what compiles this file names its functions by a helper that the page does not have.
  await page.evaluate(`{
    window.frameTimes = [];
    let last = performance.now();
    requestAnimationFrame(function frame(now) {
      window.frameTimes.push(now - last);
      last = now;
      requestAnimationFrame(frame);
    });
  }`);
  for (let i = 0; i < 120; i++) {
    await page.mouse.wheel(0, 260);
    await page.waitForTimeout(16);
  }
  const frames = (await page.evaluate("window.frameTimes")) as number[];
  const late = frames.filter((frame) => frame > 33.5).length;
  return `${ms(Math.max(...frames))}, ${late} of ${frames.length}`;
}

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
      const look = setInterval(() => (most = Math.max(most, memoryOf(pid))), 100);
      const small = await ask(page, `/api/libraries/${libraryId}/replica`);
      const cards = await ask(page, `/api/libraries/${libraryId}/cards`);
      clearInterval(look);
      figures["all but the cards"] = `${megabytes(small.bytes)} in ${ms(small.ms)}`;
      figures["the cards"] = `${megabytes(cards.bytes)} in ${ms(cards.ms)}`;
      figures["server's memory above idle meanwhile"] = megabytes(most - idle);

      const other = await open();
      const listed = async (which: string) => {
        await other.keyboard.press("/");
        figures[`${which}: and until the bar lists`] = ms(
          await took(() => other.locator("#found-cards [role=option]").first().waitFor({ timeout: 300_000 })),
        );
      };
      figures["cold: sign-in to the bench rendered"] = ms(await took(() => signIn(other, "sound")));
      await listed("cold");
      // What is kept is written behind what is seen.
      await other.waitForTimeout(3000);
      figures["warm: the bench rendered"] = ms(
        await took(async () => {
          await other.reload();
          await other.locator("[data-rendered]").waitFor({ timeout: 300_000 });
        }),
      );
      await listed("warm");
      await other.keyboard.press("Escape");
      figures["page's heap on the bench"] = megabytes(await heapOf(other));

      const place = page.url().replace(/bench.*/, "library");
      await page.goto(place);
      figures["library's screen to its rows, anew"] = ms(
        await took(() => page.locator("[role=row][data-subject=card]").first().waitFor({ timeout: 300_000 })),
      );
      await page.waitForTimeout(2000);
      const tree = page.getByRole("tree", { name: "Folders and lists" });
      await tree.focus();
      await page.keyboard.press("Home");
      const opened: number[] = [];
      for (let i = 0; i < 12; i++)
        opened.push(await toItsFrame(page, "keydown", () => page.keyboard.press("ArrowDown")));
      figures["open a folder: from the key to the frame that shows it"] = ms(median(opened));
      const back: number[] = [];
      for (let i = 0; i < 5; i++) {
        back.push(await toItsFrame(page, "keydown", () => page.keyboard.press("Home")));
        for (let down = 0; down < 4; down++) await page.keyboard.press("ArrowDown");
      }
      figures["back to all"] = ms(median(back));
      figures["scrolling: longest frame, frames over 33 ms"] = await scrolled(page);
      figures["page's heap in the library"] = megabytes(await heapOf(page));

      const command = (name: string, input: object) =>
        ask(page, `/api/libraries/${libraryId}/commands/${name}`, input);
      figures["a card renamed, answered"] = ms(
        (await command("edit-card", { cardId: ids[1], name: "Renamed in the bench" })).ms,
      );
      figures["… and what that costs a page that follows"] = await following(other, (i) =>
        command("edit-card", { cardId: ids[1], name: `Renamed in the bench ${i}` }),
      );
      figures["a folder renamed, answered"] = ms(
        (await command("edit-folder", { folderId: aFolder.id, name: "Renamed in the bench" })).ms,
      );
      figures["… and what that costs such a page"] = await following(other, (i) =>
        command("edit-folder", { folderId: aFolder.id, name: `Renamed in the bench ${i}` }),
      );
      const thousand = ids.slice(0, 1000);
      figures["1,000 cards tagged as one change, answered"] = ms(
        (await command("tag-cards", { cardIds: thousand, path: "bench / tag", on: true })).ms,
      );
      figures["… and filed in a further folder"] = ms(
        (await command("file-cards", { cardIds: thousand, path: "Further in the bench", on: true })).ms,
      );
      figures["… and rated"] = ms((await command("rate-cards", { cardIds: thousand, stars: 3 })).ms);
      figures["… and what a tag put on and off costs a page that follows"] = await following(other, (i) =>
        command("tag-cards", { cardIds: thousand, path: "bench / tag", on: i % 2 === 1 }),
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

      const { cookie, origin } = await asItself(page);
      /** So many requests a second for some seconds, whether or not those before are answered. */
      const atRate = async (path: string, body?: (i: number) => object) => {
        const all: Promise<{ ok: boolean; ms: number }>[] = [];
        const began = performance.now();
        for (let i = 0; i < perSecond * seconds; i++) {
          await new Promise((r) => setTimeout(r, began + (i * 1000) / perSecond - performance.now()));
          const start = performance.now();
          all.push(
            fetch(`${origin}/api/libraries/${libraryId}/${path}`, {
              headers: { cookie, origin, "content-type": "application/json" },
              ...(body && { method: "POST", body: JSON.stringify(body(i)) }),
            }).then(
              async (response) => {
                await response.arrayBuffer();
                return { ok: response.ok, ms: performance.now() - start };
              },
              () => ({ ok: false, ms: performance.now() - start }),
            ),
          );
        }
        const done = await Promise.all(all);
        const rate = (1000 * done.length) / (performance.now() - began);
        const refused = done.filter(({ ok }) => !ok).length;
        const times = done.map((one) => one.ms);
        return `${ms(median(times))}, 95 % ${ms(percentile(times, 0.95))}, ${Math.round(rate)}/s${refused ? `, ${refused} refused` : ""}`;
      };
      figures[`changes, ${perSecond} a second`] = await atRate("changes?stream=library&since=1000000");
      figures[`edit-card, ${perSecond} a second`] = await atRate("commands/edit-card", (i) => ({
        cardId: ids[i % ids.length],
        note: `Note ${i}`,
      }));
      figures[`keep-card, ${perSecond} a second`] = await atRate("commands/keep-card", (i) => ({
        name: `Kept ${i}`,
        path: "Kept in the bench",
        note: "",
        fits: [],
        chain: {
          medium: "audio",
          settings: [{ effect: "audio.gain", values: { gain: 1 }, on: true, mix: 100 }],
        },
      }));
    },
  );
  return figures;
}

/** What a library's size costs: loading it, its screens, changes to it. */
export async function benchScale(): Promise<void> {
  // As `bin/serve` does.
  process.env.FICHIER_PROCESSES ??= String(availableParallelism());
  const all: Figures[] = [];
  for (const size of sizes) {
    const figures = await benchSize(size);
    all.push(figures);
    // The largest takes minutes: what is known is said.
    table(`${size.toLocaleString("en")} cards`, Object.entries(figures));
  }
  const names = [...new Set(all.flatMap((figures) => Object.keys(figures)))];
  table("Cards in a library, besides the demo's", [
    ["", ...sizes.map((size) => size.toLocaleString("en"))],
    ...names.map((name) => [name, ...all.map((figures) => figures[name] ?? "")]),
  ]);
}
