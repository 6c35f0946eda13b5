import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { eventually, press, said, saved, signIn } from "./desk";
import { test } from "./test";

const kinds = (page: Page) => page.getByRole("listbox", { name: "What wants tidying" });
const countOf = (page: Page, kind: string) =>
  kinds(page)
    .getByRole("option", { name: new RegExp(`^${kind}`) })
    .innerText()
    .then((text) => Number(/\d+$/.exec(text)?.[0] ?? NaN));
const matters = (page: Page, kind: string) => page.getByRole("listbox", { name: kind });
const openUpkeep = async (page: Page) => {
  await press(page, "Alt+u");
  await expect(kinds(page)).toBeFocused();
  // The last kind is looked for last.
  await expect(kinds(page).getByRole("option", { name: /^Missing effects\s*\d/ })).toBeVisible();
};

test("by keyboard: what wants tidying is found, put right by one key, and taken back by one", async ({
  page,
}) => {
  await signIn(page, "curator");
  await openUpkeep(page);
  await expect(page.getByRole("img", { name: /^Cards applied by week/ })).toBeVisible();
  const before = await countOf(page, "Tags of nearly one name");
  expect(before).toBeGreaterThan(0);
  await press(page, "End", "ArrowUp", "ArrowUp", "ArrowRight");
  await expect(matters(page, "Tags of nearly one name")).toBeFocused();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Merged tag");
  await eventually(() => countOf(page, "Tags of nearly one name")).toBe(before - 1);
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: merged tag");
  await eventually(() => countOf(page, "Tags of nearly one name")).toBe(before);
  await saved(page);
});

test("by keyboard: all of a kind at once, as one change that one key takes back", async ({ page }) => {
  await signIn(page, "sound");
  await openUpkeep(page);
  await press(page, "Home", ...Array<string>(7).fill("ArrowDown"));
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Unused for 90 days");
  const before = await countOf(page, "Unused for 90 days");
  expect(before).toBeGreaterThan(1);
  // Enter goes to what was found; nothing is done to it yet.
  await press(page, "Enter");
  await expect(matters(page, "Unused for 90 days")).toBeFocused();
  await press(page, "Alt+1");
  await expect(said(page)).toContainText(`Hid ${before} cards`);
  await expect(page.getByText("Nothing of this kind. ✓")).toBeVisible();
  await press(page, "Backspace");
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before);
  // Hidden one by one as well, the next is chosen each time.
  await expect(matters(page, "Unused for 90 days").getByRole("option")).toHaveCount(before);
  await matters(page, "Unused for 90 days").focus();
  await press(page, "Enter");
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before - 1);
  await press(page, "Backspace");
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before);
  await saved(page);
});

test("by pointer: a remedy by its button and from the menu; axe finds nothing", async ({ page }) => {
  await signIn(page, "stills");
  await page.getByRole("link", { name: "Upkeep" }).click();
  await expect(kinds(page).getByRole("option", { name: /^Missing effects\s*\d/ })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await kinds(page)
    .getByRole("option", { name: /^Unused for 90 days/ })
    .click();
  const list = matters(page, "Unused for 90 days");
  const before = await countOf(page, "Unused for 90 days");
  await page
    .getByRole("group", { name: "Remedies" })
    .getByRole("button", { name: /^Hide it from yourself/ })
    .click();
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before - 1);
  await list.getByRole("option").first().click({ button: "right" });
  await page.getByRole("menuitem", { name: /^Hide it from yourself/ }).click();
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before - 2);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page
    .getByRole("contentinfo", { name: "Keys" })
    .getByRole("button", { name: /take back/ })
    .click();
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before - 1);
  await page
    .getByRole("contentinfo", { name: "Keys" })
    .getByRole("button", { name: /take back/ })
    .click();
  await eventually(() => countOf(page, "Unused for 90 days")).toBe(before);
  await saved(page);
});

test("what a card took to apply is counted, and what browsing would have taken", async ({ page }) => {
  await signIn(page, "sound");
  await press(page, "End", "/");
  await page.keyboard.type("wind off");
  await expect(page.getByRole("listbox", { name: "Cards found" }).getByRole("option").first()).toContainText(
    "Wind off",
  );
  const sent = page.waitForRequest((request) => request.url().endsWith("/commands/apply-card"));
  await press(page, "Enter");
  // The key that opened the bar, eight letters, and the one that applied.
  expect((await sent).postDataJSON()).toMatchObject({ keys: 10, browsing: expect.any(Number) as unknown });
  await saved(page);
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await saved(page);
});
