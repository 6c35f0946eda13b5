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
  await expect(dialog.getByLabel("Name of stage 1")).toHaveValue("Repair");
  for (let i = 1; i < 6; i++) {
    await dialog.getByRole("button", { name: `Stage ${i} later` }).focus();
    await press(page, "Enter");
  }
  await expect(dialog.getByLabel("Name of stage 6")).toHaveValue("Repair");
  await dialog.getByLabel("Effects of stage 1").fill("filter, nothing such");
  await dialog.getByLabel("Effects of stage 1").press("Enter");
  await expect(dialog.getByText(/“nothing such” is neither an effect nor one of the kinds/)).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await dialog.getByLabel("Effects of stage 1").fill("filter, Plate");
  await dialog.getByLabel("Effects of stage 1").press("Enter");
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
