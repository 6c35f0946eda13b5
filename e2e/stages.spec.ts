import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { chain, clearChain, press, said, saved, signIn } from "./desk";
import { test } from "./test";

const stages = (page: Page) => page.getByRole("list", { name: "Stages" });
const bar = (page: Page) => page.getByRole("dialog", { name: "Find and apply" });
const found = (page: Page) => page.getByRole("listbox", { name: "Cards found" }).getByRole("option");

test("by keyboard: a stage offers its cards; what comes too late is pointed out; the order is one's own", async ({
  page,
}) => {
  await signIn(page, "picture", "Reel 3: the fog week");
  await expect(stages(page).getByRole("button")).toHaveCount(6);
  // Onto a clip that no other test asks about.
  await press(page, "End", "Alt+5");
  await expect(bar(page)).toContainText("Space");
  await expect(found(page).first()).toBeVisible();
  await press(page, "Enter");
  await expect(said(page)).toContainText("on “");
  await saved(page);
  // Behind what is in the room comes what mends.
  await press(page, "Alt+1");
  await expect(bar(page)).toContainText("Repair");
  await expect(found(page).first()).toBeVisible();
  await press(page, "Shift+Enter");
  await expect(chain(page).getByText(/^Repair is usually done before /)).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await saved(page);

  // Laid out anew: mending last is this member's way.
  await press(page, "Alt+0");
  const dialog = page.getByRole("dialog", { name: "Your stages" });
  const lines = dialog.getByLabel("In the order of work, a stage a line");
  await expect(lines).toBeFocused();
  await expect(lines).toHaveValue(/^Repair: repair\nTone: filter\n/);
  // All of it is selected: typing replaces it.
  await page.keyboard.type("Tone: filter, nothing such\nRoom: space\n\nRepair: repair");
  await press(page, "Control+Enter");
  await expect(
    dialog.getByText(/^✕ Line 1: “nothing such” is neither an effect nor one of the kinds/),
  ).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await expect(lines).toBeFocused();
  await press(page, "Control+a");
  await page.keyboard.type("Tone: filter, Plate\nRoom: space\n\nRepair: repair");
  await press(page, "Control+Enter");
  await expect(said(page)).toContainText("Your stages are kept.");
  await expect(chain(page).getByText(/^Repair is usually done before /)).toBeHidden();
  await expect(stages(page).getByRole("button").first()).toContainText("Tone");
  await page.reload();
  await expect(stages(page).getByRole("button").first()).toContainText("Tone");

  // As supplied again, and what was put on taken off.
  await press(page, "Alt+0");
  await dialog.getByRole("button", { name: "as supplied" }).click();
  await dialog.getByRole("button", { name: /^Keep/ }).click();
  await expect(stages(page).getByRole("button").first()).toContainText("Repair");
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "End");
  await clearChain(page);
});
