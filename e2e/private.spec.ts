import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";
import { clearChain, grid, panel, press, rendered, said, saved, signIn, toLibrary } from "./desk";
import { test } from "./test";

test("by keyboard: a card for oneself is offered, another one takes it in as curator, and takes that back", async ({
  page,
  browser,
}) => {
  const other = await (await browser.newContext()).newPage();
  await Promise.all([signIn(page, "sound"), signIn(other, "curator")]);
  await toLibrary(other);

  // Kept for oneself: a filter on a clip, then the dialog's own box.
  await press(page, "End", "/");
  await page.keyboard.type("wind off");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Wind off” on");
  await saved(page);
  await press(page, "k");
  const dialog = page.getByRole("dialog", { name: "Keep as card" });
  await expect(dialog.getByLabel(/^Name/)).toBeFocused();
  await page.keyboard.type("Mine alone");
  await dialog.getByLabel(/Only for yourself/).focus();
  await press(page, "Space");
  await expect(dialog.getByRole("combobox")).toBeHidden();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept");
  await saved(page);
  await toLibrary(page);
  await expect(page.getByRole("treeitem", { name: /Only yours\s*1/ })).toBeVisible();
  await press(page, "/");
  await page.keyboard.type("layer:private");
  await press(page, "Enter");
  await expect(grid(page).getByRole("row").filter({ hasText: "Mine alone" })).toBeVisible();
  await expect(panel(page)).toContainText("Only yours");
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  // Nobody else sees it.
  await press(other, "/");
  await other.keyboard.type("mine alone");
  await expect(other.getByText("Nothing here answers to “mine alone”.")).toBeVisible();
  await press(other, "Escape");

  // Offered with its folder: three keys.
  await press(page, "Shift+O");
  await expect(page.getByRole("dialog", { name: "Offer “Mine alone” to the team" })).toBeVisible();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Offered “Mine alone” to the team");
  await expect(panel(page)).toContainText("waiting for an answer");

  // Seen by the curator within a second; taken in with three keys.
  await expect(other.getByRole("button", { name: /1 offered/ })).toBeVisible({ timeout: 2000 });
  await press(other, "o");
  const offers = other.getByRole("listbox", { name: "Offers" });
  await expect(offers).toBeFocused();
  await expect(offers.getByRole("option")).toContainText("Mine alone");
  expect((await new AxeBuilder({ page: other }).analyze()).violations).toEqual([]);
  await press(other, "Enter");
  await expect(other.getByRole("dialog", { name: "Take in “Mine alone”" })).toBeVisible();
  await press(other, "Enter");
  await expect(said(other)).toContainText("Accepted “Mine alone”");
  await expect(panel(page)).toContainText("and accepted: the team has it");
  await press(other, "Backspace");
  await expect(said(other)).toContainText("Taken back: accepted “Mine alone”");
  await expect(offers.getByRole("option")).toContainText("Mine alone");
  await expect(panel(page)).toContainText("waiting for an answer");

  // And declined, with a word, by pointer.
  await offers.getByRole("option").first().click();
  await other
    .getByRole("button", { name: /^Decline/ })
    .first()
    .click();
  await other.getByLabel("A word to whoever offered it").fill("One like it is there");
  await other
    .getByRole("dialog")
    .getByRole("button", { name: /^Decline/ })
    .click();
  await expect(other.getByText("Nothing waits for an answer.")).toBeVisible();
  await expect(panel(page)).toContainText("and declined: “One like it is there”");
  await press(other, "Escape");
  await expect(grid(other)).toBeFocused();

  // Withdrawn again, so that the library is as it was.
  await grid(page).focus();
  await press(page, "Delete");
  await expect(said(page)).toContainText("Withdrew “Mine alone”");
  await Promise.all([saved(page), saved(other)]);
  // What was put on for it is taken off again.
  await press(page, "Alt+b");
  await rendered(page);
  await press(page, "End");
  await clearChain(page);
  await other.context().close();
});
