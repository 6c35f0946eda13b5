import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";
import { cardRow, grid, panel, press, said, saved, signIn, toLibrary } from "./desk";
import { test } from "./test";

test("by keyboard: several cards are renamed by a pattern that shows what becomes of each, and back by one key", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("name:terns");
  await press(page, "Enter");
  await expect(grid(page).getByRole("row")).toHaveCount(3);
  await press(page, "Control+a", "r");
  const dialog = page.getByRole("dialog", { name: "Rename 2 cards" });
  await expect(dialog).toBeVisible();
  await dialog.getByLabel("In the names, exchange").fill("terns");
  await dialog.getByLabel("for", { exact: true }).fill("Birds");
  const becomes = dialog.getByRole("list", { name: "What becomes of the names" });
  await expect(becomes).toContainText("Birds, nearer");
  // Both would be called the same: said before it is done.
  await dialog.getByLabel("Form").fill("Birds");
  await expect(becomes).toContainText("another card of its folder is called so");
  await dialog.getByLabel("Form").fill("");
  await expect(becomes).toContainText("no name is left");
  await dialog.getByLabel("Form").fill("{nn} {name}");
  await expect(becomes).toContainText("01 Birds");
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await press(page, "Enter");
  await expect(said(page)).toContainText("Renamed 2 cards");
  await press(page, "/");
  await press(page, "Control+a");
  await page.keyboard.type("name:birds");
  await press(page, "Enter");
  await expect(cardRow(page, "01 Birds")).toBeVisible();
  await expect(cardRow(page, "02 Birds")).toBeVisible();
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: renamed 2 cards");
  await expect(cardRow(page, "01 Birds")).toBeHidden();
  await saved(page);
});

test("by keyboard: the tags and the note of a card are given to another one, and taken back", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("name:(gulls, terns)");
  await press(page, "Enter");
  await expect(grid(page).getByRole("row")).toHaveCount(4);
  // From the last one chosen onto the one before.
  const far = panel(page).getByRole("button", { name: "far", exact: true });
  await cardRow(page, "Gulls, wider").click();
  await expect(panel(page)).toContainText("Gulls, wider");
  await expect(far).toBeHidden();
  await press(page, "Shift+ArrowDown");
  await expect(panel(page)).toContainText("Terns, far off");
  await press(page, "Shift+C");
  const dialog = page.getByRole("dialog", { name: "From “Terns, far off” onto “Gulls, wider”" });
  await expect(dialog.getByLabel(/^its 2 tags/)).toBeChecked();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await press(page, "Enter");
  await expect(said(page)).toContainText("the tags of “Terns, far off”");
  await cardRow(page, "Gulls, wider").click();
  await expect(far).toBeVisible();
  await press(page, "Backspace");
  await expect(far).toBeHidden();
  await saved(page);
});

test("folders are shown as the tags that they would be, made so, and taken back", async ({ page }) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await page.getByRole("treeitem", { name: /^Narration/ }).click();
  await grid(page).focus();
  await press(page, "Shift+W");
  const dialog = page.getByRole("dialog", { name: "“Narration” as tags" });
  const list = dialog.getByRole("list", { name: "What comes of it" });
  await expect(list).toContainText("Narration / Rooms");
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Narration” is");
  await press(page, "/");
  await page.keyboard.type("tag:Narration/Rooms");
  await press(page, "Enter");
  await expect(grid(page).getByRole("row").nth(1)).toBeVisible();
  await expect(panel(page)).toContainText("Narration / Rooms");
  await grid(page).focus();
  await press(page, "Backspace");
  await expect(page.getByText(/^Nothing here answers to/)).toBeVisible();
  await saved(page);
});
