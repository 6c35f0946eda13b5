import { expect, type Page } from "@playwright/test";
import { chain, eventually, openSession, press, said, saved, setting, signIn, strip } from "./desk";
import { test } from "./test";

const place = (page: Page, name: string | RegExp) => page.getByRole("treeitem", { name });
const heading = (page: Page) => page.getByRole("heading", { level: 1 });
const rows = (page: Page) => page.getByRole("grid", { name: "Cards" }).getByRole("row");
const dialog = (page: Page) => page.getByRole("dialog");
const query = (page: Page) => dialog(page).getByRole("combobox", { name: "Query" });
const found = (page: Page) => page.getByRole("listbox", { name: "Cards found" }).getByRole("option");
/** A target by its own name, not by what it feeds. */
const target = (page: Page, name: string) =>
  page
    .getByRole("listbox", { name: "Targets" })
    .getByRole("option")
    .filter({ has: page.getByTitle(name, { exact: true }) });
/** Until the bar shows what was typed last. */
const listed = (page: Page, typed: string) =>
  expect(page.getByRole("listbox", { name: "Cards found" })).toHaveAttribute("data-query", typed);

test("a maker's three letters become a search without false members in three more keys, by keyboard alone", async ({
  page,
}) => {
  await signIn(page, "curator");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(page, "/");
  await page.keyboard.type("fog");
  await press(page, "Enter", "s");
  await page.keyboard.type("From the fog people");
  await press(page, "Tab", "Tab");
  await expect(query(page)).toBeFocused();
  // Whole words: the foghorn's cards are no members; the word itself stands in names and a folder too.
  const groups = dialog(page).getByRole("listbox", { name: "What lets them in" }).getByRole("option");
  await expect(groups.first()).toContainText(/fog\s*in maker/);
  await expect(groups).not.toHaveCount(1);
  await press(page, "Tab", "o");
  await expect(query(page)).toHaveValue("maker:fog");
  await expect(groups).toHaveCount(0);
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept the search “From the fog people”");
  await expect(heading(page)).toHaveText("From the fog people");
  await expect(place(page, /From the fog people/)).toHaveAttribute("aria-selected", "true");
  await expect(rows(page).nth(1)).toBeVisible();
  await page.getByRole("grid", { name: "Cards" }).focus();
  await press(page, "Home");
  await expect(page.getByRole("complementary", { name: "Chosen card" })).toContainText("Fog");

  // Changing it says before what would leave.
  await press(page, "e");
  await expect(query(page)).toHaveValue("maker:fog");
  await query(page).focus();
  await press(page, "End");
  await page.keyboard.type(" length:>1");
  await expect(dialog(page)).toContainText(/\d+ would leave: “/);
  await press(page, "Enter");
  await expect(said(page)).toContainText("Changed the search");
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: changed the search “From the fog people”");
});

test("a search is opened, narrowed and drawn from by keys on the bench", async ({ page }) => {
  await signIn(page, "sound");
  // Its alias and two keys: into it, and one of it at random.
  await press(page, "/");
  await page.keyboard.type("vm");
  await expect(dialog(page)).toContainText("looks within “Voice, mending”");
  await press(page, "Enter");
  await listed(page, "");
  await expect(dialog(page)).toContainText("within Voice, mending");
  // Rows are drawn in the frame after the list has its height.
  await expect(found(page).nth(3)).toBeVisible();
  const whole = await found(page).count();
  await page.keyboard.type("wi");
  await listed(page, "wi");
  await expect(found(page).first()).toContainText("Wind off");
  expect(await found(page).count()).toBeLessThan(whole);
  // With nothing typed, Backspace leads back to all cards.
  await press(page, "Backspace", "Backspace", "Backspace");
  await expect(dialog(page)).not.toContainText("within Voice, mending");
  await press(page, "Escape");

  await press(page, "/");
  await page.keyboard.type("vm");
  await expect(dialog(page)).toContainText("puts one of it on");
  await press(page, "Alt+r");
  await expect(said(page)).toContainText(/^“.+” on /);
  await expect(page.getByRole("dialog")).toHaveCount(0);
  const put = /“(.+)” on/.exec((await said(page).textContent())!)![1];
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await press(page, "Alt+l");
  await place(page, /Voice, mending/).click();
  await expect(rows(page).filter({ hasText: put })).toBeVisible();

  // A key of its own opens it.
  await press(page, "Shift+G");
  await page.keyboard.type("7");
  await press(page, "Enter");
  await expect(said(page)).toContainText("The key 7 now opens “Voice, mending”");
  await press(page, "Alt+b");
  await page.locator("[data-rendered]").waitFor();
  await press(page, "7");
  await expect(dialog(page)).toContainText("within Voice, mending");
  await press(page, "Escape");
});

test("a query in the apply bar is completed, its terms are taken out, and it comes back", async ({
  page,
}) => {
  await signIn(page, "sound");
  await press(page, "/");
  await page.keyboard.type("wind effe");
  await press(page, "Tab");
  await page.keyboard.type("para");
  await press(page, "Tab");
  const input = page.getByRole("combobox", { name: "Find a card" });
  await expect(input).toHaveValue(/^wind effect:"?Parametric/);
  await listed(page, await input.inputValue());
  await expect(found(page).first()).toContainText("Wind off");
  await press(page, "Alt+Backspace");
  await expect(input).toHaveValue("wind");
  await page.keyboard.type(" -off");
  await listed(page, "wind -off");
  await expect(found(page).filter({ hasText: "Wind off" })).toHaveCount(0);
  await dialog(page).getByRole("button", { name: "-off" }).click();
  await expect(input).toHaveValue("wind");
  await listed(page, "wind");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Wind off” on");
  await press(page, "/");
  await press(page, "ArrowUp");
  await expect(input).toHaveValue("wind");
  await press(page, "Escape", "Backspace");
  await expect(said(page)).toContainText("Taken back");

  // A query that is not finished answers, and says what is missing.
  await press(page, "/");
  await page.keyboard.type('"wind of');
  await expect(dialog(page)).toContainText("This phrase is still open.");
  await page.keyboard.type('f"');
  await listed(page, '"wind off"');
  await expect(found(page)).toHaveCount(1);
  await press(page, "F1");
  await expect(page.getByRole("heading", { name: "Queries" })).toBeVisible();
  await press(page, "Escape");
  await expect(input).toBeFocused();
});

test("of four cards of one name, each in a folder of its own, the one that is meant for the target comes first", async ({
  page,
}) => {
  await signIn(page, "curator");
  const made: string[] = [];
  for (const [i, kind] of ["clip", "track", "bus", "return"].entries())
    made.push(
      await page.evaluate(
        async ([kind, gain]) => {
          const libraryId = /^\/([^/]+)/.exec(location.pathname)![1];
          const response = await fetch(`/api/libraries/${libraryId}/commands/keep-card`, {
            method: "POST",
            headers: { "content-type": "application/json" },
            body: JSON.stringify({
              name: "Tide gate",
              path: `Gates / For ${kind}`,
              fits: [kind],
              chain: {
                medium: "audio",
                settings: [{ effect: "audio.gain", values: { gain: Number(gain) }, on: true, mix: 100 }],
              },
            }),
          });
          return ((await response.json()) as { result: { cardId: string } }).result.cardId;
        },
        [kind, String(i)] as const,
      ),
    );
  expect(new Set(made).size).toBe(4);
  await openSession(page, "The foghorn, laid out");
  for (const [name, kind] of [
    ["Ambience", "bus"],
    ["Voice", "track"],
    ["Lamp room", "return"],
    ["First blast", "clip"],
  ]) {
    await target(page, name).dispatchEvent("mousedown");
    await expect(page.getByRole("heading", { name })).toBeVisible();
    await press(page, "/");
    await page.keyboard.type("ti ga");
    await listed(page, "ti ga");
    await expect(found(page)).toHaveCount(4);
    await expect(found(page).first()).toContainText(`Gates / For ${kind}`);
    await expect(found(page).nth(1)).toContainText(`not for ${kind}`);
    await press(page, "Enter");
    await expect(target(page, name)).toContainText("Tide gate");
    await expect(setting(page, "Gain")).toBeVisible();
    await saved(page);
    await press(page, "Backspace");
    await expect(target(page, name)).not.toContainText("Tide gate");
  }
  // What was made here is taken back, so that other tests find the library as it was.
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  const rest = page
    .getByRole("grid", { name: "Cards" })
    .getByRole("row")
    .filter({ hasText: /Tide gate/ });
  await press(page, "/");
  await page.keyboard.type("tide gate");
  await press(page, "Enter");
  for (let left = 3; left >= 0; left--) {
    await press(page, "Backspace");
    await expect(rest).toHaveCount(left);
  }
});

test("an effect by itself is found below the cards, and added to what is selected", async ({ page }) => {
  await signIn(page, "sound");
  const first = page.getByRole("listbox", { name: "Targets" }).getByRole("option").first();
  await first.click();
  const settings = chain(page).getByRole("list", { name: "Settings" }).getByRole("button");
  await press(page, "/");
  await page.keyboard.type("limit");
  await listed(page, "limit");
  // Cards come first.
  const effect = found(page)
    .filter({ hasText: /effect\+$/ })
    .filter({ hasText: "Limiter" });
  await expect(effect).toBeVisible();
  await expect(found(page).first()).not.toContainText(/effect\+$/);
  for (let i = 0; i < 30 && (await effect.getAttribute("aria-selected")) !== "true"; i++)
    await press(page, "ArrowDown");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Limiter added to “");
  await expect(settings.filter({ hasText: "Limiter" })).toHaveCount(1);
  await press(page, "/");
  await page.keyboard.type("limit");
  await listed(page, "limit");
  await effect.click();
  await expect(settings.filter({ hasText: "Limiter" })).toHaveCount(2);
  await saved(page);
  await press(page, "Backspace");
  const added = settings.filter({ hasText: "Limiter" });
  await eventually(() => added.count()).toBeLessThan(2);
  // Within a moment they are one change of the history; with longer between them they are two.
  if ((await added.count()) === 1) await press(page, "Backspace");
  await expect(added).toHaveCount(0);
});

test("the apply bar can stand beside the material, and stays so", async ({ page }) => {
  await signIn(page, "sound");
  const widthOf = async () =>
    (await page.getByRole("dialog", { name: "Find and apply" }).boundingBox())!.width;
  await press(page, "/");
  await listed(page, "");
  expect(await widthOf()).toBeGreaterThan(600);
  await press(page, "Alt+w");
  await eventually(widthOf).toBeLessThan(300);
  await page.keyboard.type("wind");
  await listed(page, "wind");
  await expect(found(page).first()).toContainText("Wind off");
  const bar = (await page.getByRole("dialog", { name: "Find and apply" }).boundingBox())!;
  const seen = (await page.locator("[data-rendered]").boundingBox())!;
  expect(bar.x + bar.width).toBeLessThanOrEqual(seen.x);
  await page.reload();
  await page.locator("[data-rendered]").waitFor();
  await press(page, "/");
  await listed(page, "");
  expect(await widthOf()).toBeLessThan(300);
  await strip(page).getByRole("button", { name: "wide" }).click();
  await eventually(widthOf).toBeGreaterThan(600);
});

test("searches of the team are there for all and counted as cards change, by pointer alone", async ({
  page,
  browser,
}) => {
  await signIn(page, "curator");
  await page.getByRole("link", { name: "Library" }).click();
  await place(page, /Long chains/).click();
  await expect(heading(page)).toHaveText("Long chains");
  const count = async () => Number(/(\d+)$/.exec((await place(page, /Long chains/).textContent())!)![1]);
  await expect(place(page, /Long chains/)).toContainText(/\d$/);
  const before = await count();
  expect(await rows(page).count()).toBeGreaterThan(1);

  // Somebody else makes it wider.
  const other = await (await browser.newContext()).newPage();
  await signIn(other, "owner");
  await other.getByRole("link", { name: "Library" }).click();
  await place(other, /Long chains/).click({ button: "right" });
  await other.getByRole("menuitem", { name: "Change the search" }).click();
  await query(other).fill("length:>=3");
  await expect(dialog(other)).toContainText(/would join/);
  await dialog(other)
    .getByRole("button", { name: /Keep the change/ })
    .click();
  await expect(said(other)).toContainText("Changed the search “Long chains”");
  await eventually(count).toBeGreaterThan(before);
  await other.keyboard.press("Backspace");
  await eventually(count).toBe(before);
  await other.close();

  // A search of the team asks for nothing of one's own, and says so before it is kept.
  await page.getByLabel("Filter cards").fill("is:unused");
  await page.getByRole("grid", { name: "Cards" }).click({ button: "right" });
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /keep search/ }).click();
  await dialog(page).getByLabel("Name").fill("Not ours");
  await dialog(page).getByText("the team").click();
  await dialog(page).getByRole("button", { name: /^Keep/ }).click();
  await expect(dialog(page).getByRole("alert")).toContainText("is:unused differs from member to member");
  await dialog(page).getByText("me", { exact: true }).click();
  await dialog(page).getByRole("button", { name: /^Keep/ }).click();
  await expect(heading(page)).toHaveText("Not ours");
});

test("the cards of a search are put in order by hand, and Enter does what its editor prefers", async ({
  page,
}) => {
  await signIn(page, "curator");
  await press(page, "Alt+l");
  const grid = page.getByRole("grid", { name: "Cards" });
  await expect(grid).toBeFocused();
  await place(page, /Sea and weather/).click();
  await expect(heading(page)).toHaveText("Sea and weather");
  await expect(rows(page).nth(2)).toBeVisible();
  const names = async () => (await rows(page).allInnerTexts()).slice(1, 4);
  const before = await names();
  await grid.focus();
  await press(page, "Home", "Alt+ArrowDown");
  await expect(said(page)).toContainText("Put the cards of “Sea and weather” in order");
  await eventually(names).toEqual([before[1], before[0], before[2]]);
  // The one that was moved stays chosen, and goes on.
  await press(page, "Alt+ArrowDown");
  await eventually(names).toEqual([before[1], before[2], before[0]]);
  await press(page, "Backspace", "Backspace");
  await eventually(names).toEqual(before);
  await saved(page);

  await page.getByRole("link", { name: "Bench" }).click();
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "/");
  await page.keyboard.type("wind off");
  await listed(page, "wind off");
  await press(page, "Alt+e");
  await expect(dialog(page).getByRole("button", { name: /add after/ })).toContainText("Enter");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Wind off");
  await saved(page);
  await press(page, "/");
  await page.keyboard.type("wind off");
  await listed(page, "wind off");
  await press(page, "Enter");
  // Behind what was there: the same effects twice.
  await eventually(() =>
    chain(page).getByRole("list", { name: "Settings" }).getByRole("listitem").count(),
  ).toBeGreaterThan(1);
  await saved(page);
  await press(page, "Backspace", "Backspace", "/");
  for (const way of [
    /add before/,
    /at setting/,
    /missing/,
    /on the range/,
    /on a return/,
    /on a copy/,
    /put on/,
  ]) {
    await press(page, "Alt+e");
    await expect(dialog(page).getByRole("button", { name: way })).toContainText(/Enter$/);
    await expect(dialog(page).getByRole("button", { name: way })).not.toContainText(/Alt|Ctrl|Shift/);
  }
  await press(page, "Escape");
  await saved(page);
});
