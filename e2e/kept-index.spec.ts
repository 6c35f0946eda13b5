import { expect, type Page } from "@playwright/test";
import { eventually, press, said, saved, signIn } from "./desk";
import { test } from "./test";

const found = (page: Page) => page.getByRole("listbox", { name: "Cards found" }).getByRole("option");
const listed = (page: Page, typed: string) =>
  expect(page.getByRole("listbox", { name: "Cards found" })).toHaveAttribute("data-query", typed);

/** How many indexes this browser keeps. */
const keptIndexes = (page: Page) =>
  page.evaluate(async () => {
    const known = await indexedDB.databases();
    if (!known.some(({ name }) => name === "fichier-index")) return 0;
    return new Promise<number>((resolve) => {
      const opening = indexedDB.open("fichier-index");
      opening.onsuccess = () => {
        const db = opening.result;
        const counting = db.transaction("indexes").objectStore("indexes").count();
        counting.onsuccess = () => {
          db.close();
          resolve(counting.result);
        };
      };
    });
  });

test("the index is kept from one visit to the next, brought up to date, and forgotten when its member leaves", async ({
  page,
  browser,
}) => {
  await signIn(page, "picture");
  await eventually(() => keptIndexes(page), { timeout: 40_000 }).toBe(1);
  const address = page.url();
  await page.goto("about:blank");

  // Meanwhile somebody else renames a card.
  const other = await (await browser.newContext()).newPage();
  await signIn(other, "curator");
  await press(other, "Alt+l");
  await expect(other.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(other, "/");
  await other.keyboard.type("haze, lifted");
  await expect(other.getByRole("row", { name: /Haze, lifted/ })).toBeVisible();
  await press(other, "Enter", "Home", "r");
  await other.getByRole("dialog").getByRole("textbox").first().fill("Mist, lifted");
  await press(other, "Enter");
  await expect(said(other)).toContainText("Renamed “Haze, lifted” to “Mist, lifted”");
  await saved(other);

  await page.goto(address);
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeVisible({ timeout: 30_000 });
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "/");
  await page.keyboard.type("mist lifted");
  await listed(page, "mist lifted");
  await expect(found(page).first()).toContainText("Mist, lifted");
  await press(page, "Escape");

  await press(other, "Backspace");
  await expect(said(other)).toContainText("Taken back");
  await saved(other);
  await other.close();
  await press(page, "/");
  await page.keyboard.type("haze lifted");
  await expect(found(page).first()).toContainText("Haze, lifted");
  await press(page, "Escape");

  await page.getByRole("button", { name: "picture" }).click();
  await page.getByRole("menuitem", { name: "Sign out", exact: true }).click();
  await expect(page.getByLabel("E-mail")).toBeVisible();
  await eventually(() => keptIndexes(page)).toBe(0);
});
