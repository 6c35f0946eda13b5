import { expect, type Page } from "@playwright/test";
import { ask, chain, clearChain, eventually, press, said, saved, setting, strip, toFirstClip } from "./desk";
import { test } from "./test";

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const dialog = (page: Page) => page.getByRole("dialog").last();
const stepsOf = (page: Page) =>
  dialog(page)
    .getByRole("listbox", { name: /^Steps/ })
    .getByRole("option");

/** Takes the routine of a name out of the library again, and frees a key. */
async function removeRoutine(page: Page, name: string, key: string): Promise<void> {
  await press(page, "y");
  await page.keyboard.type(name);
  const row = page.getByRole("option", { name });
  await expect(row).toHaveAttribute("aria-selected", "true");
  await press(page, "Alt+Delete");
  await expect(row).toHaveCount(0);
  await press(page, "Escape");
  await ask(page, "bind-key", { key, cardId: null });
}

test("by keyboard: five cards are kept as a set, and sent to from all that is selected by one key", async ({
  page,
}) => {
  await toFirstClip(page);
  await press(page, "/");
  await page.keyboard.type("harbour plate+small room+telephone+foghorn+wind off+");
  await expect(page.getByRole("status", { name: "Draft chain" })).toContainText("Wind off");
  await press(page, "Escape", "Shift+a", "Shift+k");
  await page.keyboard.type("Five spaces");
  await press(page, "Tab", "Tab");
  await page.keyboard.type("5");
  await expect(stepsOf(page)).toContainText("Send to 5 returns");
  await press(page, "Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);

  const rows = targets(page).getByRole("option");
  const before = await rows.count();
  await targets(page).focus();
  await press(page, "Control+a");
  await expect(strip(page)).toContainText(`Five spaces on ${before} clips`);
  await press(page, "5");
  await expect(said(page)).toContainText(`“Five spaces” on ${before} clips`);
  await expect(rows).toHaveCount(before + 5);
  // A second time nothing is made.
  await press(page, "5");
  await expect(said(page)).toContainText("It was so already.");
  await expect(rows).toHaveCount(before + 5);
  await press(page, "Backspace");
  await expect(rows).toHaveCount(before);
  await removeRoutine(page, "Five spaces", "5");
});

test("by keyboard: what was done once is kept as a routine, and done to another target by one key", async ({
  page,
}) => {
  await toFirstClip(page);
  await press(page, "/");
  await page.keyboard.type("wind off");
  await expect(page.getByRole("option", { name: /Wind off/ }).first()).toHaveAttribute(
    "aria-selected",
    "true",
  );
  await press(page, "Enter");
  await expect(setting(page, "High-pass")).toBeVisible();
  await setting(page, "High-pass").focus();
  await press(page, "o");
  await saved(page);
  await targets(page).focus();
  await press(page, "Shift+y");
  const steps = stepsOf(page);
  await expect(steps.filter({ hasText: "Put “Wind off” on in place of the chain" })).toBeVisible();
  await expect(steps.last()).toContainText("Switch High-pass off");
  await page.keyboard.type("Wind, no low cut");
  await press(page, "Tab");
  await page.keyboard.type("wnlc");
  await press(page, "Tab");
  await page.keyboard.type("8");
  // Only the last two of what was done here are wanted.
  await press(page, "Tab");
  for (let left = await steps.count(); left > 2; left--) await press(page, "Home", "Delete");
  await expect(steps).toHaveCount(2);
  await press(page, "Shift+Tab", "Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);

  await targets(page).focus();
  await press(page, "ArrowDown");
  await clearChain(page);
  await targets(page).focus();
  await press(page, "8");
  await expect(said(page)).toContainText("“Wind, no low cut” on “Narration, take 5”");
  await expect(setting(page, "High-pass")).toBeVisible();
  await expect(chain(page).getByRole("button", { name: "High-pass off" }).first()).toBeVisible();
  await press(page, "Backspace");
  await expect(setting(page, "High-pass")).toHaveCount(0);
  // By its alias too.
  await press(page, "/");
  await page.keyboard.type("wnlc");
  await expect(page.getByRole("dialog")).toContainText("runs “Wind, no low cut”");
  await press(page, "Enter");
  await expect(setting(page, "High-pass")).toBeVisible();
  await press(page, "Backspace");
  await expect(setting(page, "High-pass")).toHaveCount(0);

  // As it was found, also where the routine came from.
  await targets(page).focus();
  await press(page, "Home");
  await clearChain(page);
  await removeRoutine(page, "Wind, no low cut", "8");
});

test("by pointer: a routine is found, run, given a key, changed and removed", async ({ page }) => {
  await toFirstClip(page);
  await ask(page, "keep-routine", { name: "Softer", steps: [{ kind: "strength", strength: 40 }] });
  await strip(page)
    .getByRole("button", { name: /routines/ })
    .click();
  await page.getByRole("option", { name: /Softer/ }).click();
  await dialog(page)
    .getByRole("button", { name: /^Change/ })
    .click();
  await dialog(page)
    .getByLabel("Put in behind the chosen step")
    .selectOption({ label: "go to the next target" });
  await expect(stepsOf(page).last()).toContainText("Go to the next target");
  // The numbers of the step that is chosen.
  await stepsOf(page).first().click();
  await dialog(page).getByRole("spinbutton", { name: "Strength" }).fill("45");
  await expect(stepsOf(page).first()).toContainText("Set the strength to 45 %");
  await dialog(page).getByRole("spinbutton", { name: "Strength" }).fill("40");
  await dialog(page).getByRole("button", { name: /^Keep/ }).click();
  await expect(dialog(page)).toContainText("Set the strength to 40 %. Go to the next target.");
  await dialog(page).getByRole("button", { name: /^Run/ }).click();
  await expect(said(page)).toContainText("“Softer” on “Narration, take 4”");
  await expect(targets(page).getByRole("option", { selected: true })).toContainText("Narration, take 5");
  await strip(page)
    .getByRole("button", { name: /take back/ })
    .click();
  await strip(page)
    .getByRole("button", { name: /routines/ })
    .click();
  await page.getByRole("option", { name: /Softer/ }).click();
  await dialog(page)
    .getByRole("button", { name: /^Remove/ })
    .click();
  await expect(page.getByRole("option", { name: /Softer/ })).toHaveCount(0);
});

test("by keyboard: one key puts on a card by chance, each once before one comes again", async ({ page }) => {
  await toFirstClip(page);
  const { searchId } = await ask<{ searchId: string }>(page, "keep-team-search", {
    name: "Any wind",
    query: "wind medium:sound",
    sort: "name",
  });
  const { searchId: none } = await ask<{ searchId: string }>(page, "keep-team-search", {
    name: "No card at all",
    query: "length:>90",
    sort: "name",
  });
  const draw = { kind: "draw", how: "replace", strength: 100 };
  const kept = [];
  for (const [name, id, key] of [
    ["Some of none", none, "7"],
    // Last: once the page knows of it, it knows of the other.
    ["Some wind", searchId, "8"],
  ]) {
    const { routineId } = await ask<{ routineId: string }>(page, "keep-routine", {
      name,
      steps: [{ ...draw, searchId: id }],
    });
    await ask(page, "bind-key", { key, routineId });
    kept.push(routineId);
  }
  await expect(strip(page)).toContainText("Some wind on “Narration, take 4”");
  await targets(page).focus();
  await press(page, "7");
  await expect(said(page)).toContainText("“No card at all” holds no card for a clip.");
  await press(page, "8");
  await expect(said(page)).toContainText("“Some wind” on “Narration, take 4”");
  await saved(page);
  const first = await chain(page).innerText();
  await targets(page).focus();
  await press(page, "8");
  await eventually(() => chain(page).innerText()).not.toBe(first);
  await saved(page);
  await targets(page).focus();
  await press(page, "Backspace", "Backspace");
  for (const routineId of kept) await ask(page, "remove-routine", { routineId });
  for (const key of ["7", "8"]) await ask(page, "bind-key", { key, cardId: null });
  for (const id of [searchId, none]) await ask(page, "remove-team-search", { searchId: id });
});
