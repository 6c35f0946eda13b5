import { expect, type BrowserContext, type Page } from "@playwright/test";
import { readHeads } from "../testing/heads";
import { eventually, press, signIn } from "./desk";
import { test } from "./test";

/* What a browser keeps of a library from one visit to the next, and that nobody is shown what is wrong of it. */

const table = (page: Page) => page.getByRole("grid", { name: "Cards" });
/** How many cards the library's screen says that there are. */
const counted = (page: Page) =>
  page.getByRole("region", { name: "Cards of the place" }).getByText(/^[\d,]+ cards$/);

/** Does something with what the page's browser keeps. */
const inKept = (page: Page, does: string) =>
  page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open("fichier");
    opening.onerror = () => reject(opening.error);
    opening.onsuccess = () => {
      const db = opening.result;
      const tx = db.transaction(["copies", "lines", "changes"], "readwrite");
      const store = (name) => tx.objectStore(name);
      let result;
      const say = (value) => (result = value);
      ${does}
      tx.oncomplete = () => { db.close(); resolve(result); };
      tx.onerror = () => reject(tx.error);
    };
  })`);
const copiesOf = (page: Page) =>
  inKept(page, `store("copies").count().onsuccess = (e) => say(e.target.result);`);
/** Changes what is kept of where the cards stand. */
const changeCopy = (page: Page, change: string) =>
  inKept(
    page,
    `store("copies").openCursor().onsuccess = (e) => { const c = e.target.result; if (c) { const copy = c.value; ${change}; c.update(copy); } };`,
  );

interface Visit {
  readonly page: Page;
  /** Times that the cards were asked for. */
  fetched: number;
  readonly warnings: string[];
}

/** A page of the library's screen, with what it asks for and warns of. */
async function visit(context: BrowserContext, who = "curator"): Promise<Visit> {
  const page = await context.newPage();
  const seen: Visit = { page, fetched: 0, warnings: [] };
  page.on("request", (request) => {
    if (/\/cards$/.test(new URL(request.url()).pathname)) seen.fetched++;
  });
  page.on("console", (message) => {
    if (message.type() === "warning" && message.text().startsWith("Fichier:"))
      seen.warnings.push(message.text());
  });
  await signIn(page, who);
  await press(page, "Alt+l");
  await expect(counted(page)).toBeVisible();
  return seen;
}

async function again(seen: Visit): Promise<void> {
  seen.fetched = 0;
  seen.warnings.length = 0;
  await seen.page.reload();
  await expect(counted(seen.page)).toBeVisible();
}

/** What the server has: names of the cards in use, as the page's own member sees them. */
async function names(page: Page): Promise<string[]> {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.get(`/api/libraries/${libraryId}/cards`);
  return readHeads(await answer.text())
    .cards.filter((card) => !card.withdrawn)
    .map((card) => card.name);
}

/** All that the server has is there: the number, and what is found of it by its name. */
async function expectWhole({ page }: Visit): Promise<void> {
  const all = await names(page);
  await expect(counted(page)).toHaveText(`${all.length} cards`);
  const name = all.at(-1)!;
  await page.getByRole("textbox", { name: "Filter cards" }).fill(name);
  await expect(table(page).getByRole("row").filter({ hasText: name }).first()).toBeVisible();
  await page.getByRole("textbox", { name: "Filter cards" }).fill("");
}

/** Changes cards past the pages: one more, another name. */
async function change(page: Page, mark: string): Promise<void> {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const send = async (command: string, data: object) => {
    const answer = await page.request.post(`/api/libraries/${libraryId}/commands/${command}`, {
      data,
      headers: { origin: new URL(page.url()).origin },
    });
    expect(await answer.text()).toContain('"change"');
    return ((await answer.json()) as { result: { cardId: string } }).result;
  };
  const settings = [{ effect: "audio.gain", values: { gain: 1 }, on: true, mix: 100 }];
  const { cardId } = await send("keep-card", {
    name: `Kept ${mark}`,
    path: "",
    note: "",
    fits: [],
    chain: { medium: "audio", settings },
  });
  await send("edit-card", { cardId, name: `Kept and renamed ${mark}` });
}

test("the cards are kept from one visit to the next, and brought up to date", async ({ browser }) => {
  const context = await browser.newContext();
  const first = await visit(context);
  expect(first.fetched).toBe(1);
  await eventually(() => copiesOf(first.page)).toBe(1);
  await again(first);
  expect([first.fetched, first.warnings]).toEqual([0, []]);
  await expectWhole(first);
  // What happens while nobody looks, and what happens while somebody does.
  const { page } = first;
  const url = page.url();
  await page.goto("about:blank");
  // Whoever takes back their own changes elsewhere must not take these.
  const other = await visit(await browser.newContext(), "owner");
  await change(other.page, "elsewhere");
  await page.goto(url);
  await expect(counted(page)).toBeVisible();
  await expectWhole(first);
  await change(other.page, "meanwhile");
  await expect(counted(page)).toHaveText(`${(await names(page)).length} cards`);
  await again(first);
  expect([first.fetched, first.warnings]).toEqual([0, []]);
  await expectWhole(first);
  // A second tab keeps the same.
  const beside = await context.newPage();
  await beside.goto(page.url());
  await expect(counted(beside)).toBeVisible();
  await change(other.page, "for both");
  const count = `${(await names(page)).length} cards`;
  for (const tab of [page, beside]) await expect(counted(tab)).toHaveText(count);
  await again(first);
  await expectWhole(first);
  expect([first.fetched, await copiesOf(page)]).toEqual([0, 1]);
  await other.page.context().close();
  await context.close();
});

test("what is kept and cannot be used is thrown away and fetched again, and said", async ({ browser }) => {
  const context = await browser.newContext();
  const seen = await visit(context);
  const cases: [string, string | RegExp, () => Promise<unknown>][] = [
    ["a line is missing", "not whole", () => inKept(seen.page, `store("lines").clear();`)],
    [
      "a line is torn",
      "not whole",
      () =>
        inKept(
          seen.page,
          `store("lines").openCursor().onsuccess = (e) => { const c = e.target.result; if (c) c.update(c.value.slice(0, 900)); };`,
        ),
    ],
    [
      "an older version wrote it",
      "another version",
      () => changeCopy(seen.page, `copy.fields = copy.fields.slice(1)`),
    ],
    [
      "the library went back to an earlier revision",
      "earlier revision",
      () => changeCopy(seen.page, `copy.revision += 1000000`),
    ],
    [
      "the library went another way since",
      "other ones",
      () => changeCopy(seen.page, `copy.changedAt = "2020-01-01T00:00:00.000Z"`),
    ],
    [
      "it is of a library that was made anew",
      "other ones",
      () => changeCopy(seen.page, `copy.streamId = "00000000-0000-7000-8000-000000000000"`),
    ],
  ];
  await again(seen);
  for (const [what, said, spoil] of cases) {
    await eventually(() => copiesOf(seen.page)).toBe(1);
    // What was logged since would be looked at first.
    await inKept(seen.page, `store("changes").clear();`);
    await spoil();
    await again(seen);
    expect([what, seen.fetched, seen.warnings.join(" ")]).toEqual([
      what,
      1,
      expect.stringContaining(String(said)),
    ]);
    await expectWhole(seen);
    await eventually(() => copiesOf(seen.page)).toBe(1);
    await again(seen);
    expect([what, seen.fetched]).toEqual([what, 0]);
  }
  await context.close();
});

test.describe("a browser that keeps nothing", () => {
  const without: [string, string][] = [
    ["has no store", `delete Object.getPrototypeOf(self).indexedDB; delete self.indexedDB;`],
    ["opens none", `IDBFactory.prototype.open = () => { throw new DOMException("no", "SecurityError"); };`],
    [
      "is full",
      `IDBObjectStore.prototype.put = () => { throw new DOMException("full", "QuotaExceededError"); };`,
    ],
  ];
  for (const [name, script] of without)
    test(`because it ${name} shows the library all the same`, async ({ browser }) => {
      const context = await browser.newContext();
      await context.addInitScript(script);
      const seen = await visit(context);
      await expectWhole(seen);
      expect(seen.fetched).toBe(1);
      await again(seen);
      await expectWhole(seen);
      expect(seen.fetched).toBe(1);
      await eventually(() => seen.warnings.length).toBeGreaterThan(0);
      await context.close();
    });
});

test("cards that come only in part are asked for again, and the bench does not wait for them", async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  let asked = 0;
  let hold = true;
  await page.route(/\/cards$/, async (route) => {
    asked++;
    if (asked > 2 && hold) return route.abort();
    if (asked > 1) return route.continue();
    const answer = await route.fetch();
    const body = await answer.text();
    await route.fulfill({ response: answer, body: body.slice(0, Math.floor(body.length / 2)) });
  });
  await page.route(/\/cards$/, (route) => (hold && asked > 0 ? route.abort() : route.fallback()));
  await signIn(page, "curator");
  // The bench is there; the bar says what it waits for.
  await press(page, "/");
  await expect(page.getByRole("listbox", { name: "Cards found" })).toContainText("The cards do not come");
  hold = false;
  await expect(page.getByRole("listbox", { name: "Cards found" }).getByRole("option").first()).toBeVisible();
  await press(page, "Escape", "Alt+l");
  await expect(counted(page)).toHaveText(`${(await names(page)).length} cards`);
  await context.close();
});

test("nothing is kept after signing out, and each member has their own", async ({ browser }) => {
  const context = await browser.newContext();
  const { page } = await visit(context, "sound");
  await eventually(() => copiesOf(page)).toBe(1);
  await press(page, "Alt+m");
  await page.getByRole("menuitem", { name: "Sign out", exact: true }).click();
  await expect(page.getByLabel("E-mail")).toBeFocused();
  expect(await copiesOf(page)).toBe(0);
  await page.close();
  const next = await visit(context, "stills");
  await eventually(() => copiesOf(next.page)).toBe(1);
  await expectWhole(next);
  await context.close();
});
