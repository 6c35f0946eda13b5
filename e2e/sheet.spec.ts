import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { clearChain, found, press, said, signIn, strip, target } from "./desk";
import { test } from "./test";

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const sheet = (page: Page) => page.getByRole("grid", { name: "Cards on targets" });
const cells = (page: Page) => sheet(page).getByRole("gridcell");
const columns = (page: Page) => sheet(page).getByRole("columnheader");

/** Finds cards in the apply bar, so that they are what was found last; selects so many targets from the first on. */
async function prepare(page: Page, typed: string, count: number): Promise<void> {
  await targets(page).focus();
  await press(page, "Home", "/");
  await page.keyboard.type(typed);
  await expect(page.getByRole("listbox", { name: "Cards found" })).toHaveAttribute("data-query", typed);
  await press(page, "Escape");
  await targets(page).focus();
  await press(page, "Home", ...Array<string>(count - 1).fill("Shift+ArrowDown"));
  await expect(targets(page).getByRole("option", { selected: true })).toHaveCount(count);
}

test("by keyboard: of eight cards on four pictures the best of each is picked by six keys, as one change", async ({
  page,
}) => {
  await signIn(page, "stills", "Fog week, stills");
  await prepare(page, "fog", 4);
  const keys = ["p", "2", "1", "3", "2", "Enter"];
  await press(page, keys[0]);
  await expect(sheet(page)).toBeFocused();
  const names = (await columns(page).allInnerTexts()).slice(1);
  expect(names.length).toBeGreaterThanOrEqual(3);
  // Every cell in sight is rendered.
  await expect(cells(page).first().locator("[data-shown]")).toBeVisible();
  await press(page, ...keys.slice(1, 5));
  await expect(sheet(page).locator("[data-picked]")).toHaveCount(4);
  await press(page, keys[5]);
  await expect(said(page)).toContainText("3 picked cards on 4 photos");
  expect(keys).toHaveLength(6);
  await expect(sheet(page)).toHaveCount(0);
  await expect(targets(page)).toBeFocused();
  const nameOf = (column: number) => names[column - 1].replace(/^\d+ /, "");
  const rows = targets(page).getByRole("option");
  for (const [row, column] of [2, 1, 3, 2].entries())
    await expect(rows.nth(row)).toContainText(nameOf(column));
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: 3 picked cards on 4 photos");
});

test("by keyboard: names are covered and the cards shuffled until the choice is made; what lost is left out; sounds are heard", async ({
  page,
}) => {
  await signIn(page, "sound", "Reel 3: the fog week");
  await targets(page).focus();
  await press(page, "Home");
  await clearChain(page);
  await prepare(page, "room", 2);
  await press(page, "p");
  await expect(cells(page).first().locator("[data-shown]")).toBeVisible();
  await expect(
    cells(page)
      .first()
      .getByRole("img", { name: /on “Narration, take 4”, −?-?\d+\.\d LUFS/ }),
  ).toBeVisible();
  const open = await columns(page).allInnerTexts();
  await press(page, "b");
  const covered = await columns(page).allInnerTexts();
  expect(covered.slice(1)).toEqual(open.slice(1).map((_, i) => `${i + 1}`));
  // Neither seen nor read out.
  await expect(sheet(page)).not.toContainText(open[1].replace(/^\d+ /, ""));
  await expect(cells(page).first()).toHaveAccessibleName("number 1 on “Narration, take 4”");
  await press(page, " ");
  await expect(
    page.getByRole("complementary", { name: "Chosen cell" }).locator("[data-playing]"),
  ).toBeVisible();
  await press(page, "ArrowRight", "ArrowDown", " ");
  await expect(page.getByRole("complementary", { name: "Chosen cell" })).toHaveCount(0);
  await expect(cells(page).nth(open.length - 1 + 1)).toHaveAttribute("aria-selected", "true");
  await press(page, "Home", "c", "ArrowUp", "3", "x");
  await expect(columns(page)).toHaveCount(3);
  // Between the two that are left: which is the unknown one?
  await press(page, "t");
  const telling = page.getByRole("dialog", { name: "Can the two be told apart?" });
  await expect(telling.locator("[data-playing]")).toBeVisible();
  await press(page, "1");
  await expect(telling.locator("[data-shown]")).toHaveText("this is the first");
  await press(page, "0");
  await expect(telling.locator("[data-shown]")).toHaveText("this is the unknown one");
  // The first and the unknown one look alike, whichever that is.
  await expect(telling).not.toContainText(/\d dB/);
  await press(page, ...Array<string>(10).fill("ArrowLeft"));
  await expect(telling.getByRole("status")).toHaveText(
    /^\d+ of 10 right\. Who only guesses does as well in (less than )?[\d.]+ % of such runs\.$/,
  );
  await press(page, "Escape");
  await expect(telling).toHaveCount(0);
  await press(page, "b");
  await expect(columns(page).nth(1)).toHaveText(/^1 \S/);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html.slice(0, 120))])).toEqual([]);
  // Left without a choice, nothing has changed.
  await press(page, "Escape");
  await expect(target(page, "Narration, take 4")).toContainText("no card");
});

test("by pointer: a cell is chosen and picked, all rows get a card, the picks are put on and taken back", async ({
  page,
}) => {
  await signIn(page, "sound", "Reel 3: the fog week");
  await targets(page).getByRole("option").first().click();
  await clearChain(page);
  await page.getByRole("button", { name: /Find and apply/ }).click();
  await expect(page.getByRole("combobox", { name: "Find a card" })).toBeFocused();
  await page.keyboard.insertText("harbour");
  await expect(found(page, "Small harbour room")).toBeVisible();
  await strip(page).getByRole("button", { name: /leave/ }).click();
  await targets(page)
    .getByRole("option")
    .nth(2)
    .click({ modifiers: ["Shift"] });
  await strip(page)
    .getByRole("button", { name: /proof sheet/ })
    .click();
  await cells(page).nth(1).click();
  await expect(cells(page).nth(1)).toHaveAttribute("aria-selected", "true");
  await cells(page).first().getByRole("button", { name: /^pick/ }).click();
  await expect(sheet(page).locator("[data-picked]")).toHaveCount(1);
  await strip(page)
    .getByRole("button", { name: /for all rows/ })
    .click();
  await expect(sheet(page).locator("[data-picked]")).toHaveCount(3);
  await strip(page)
    .getByRole("button", { name: /put on 3 of 3/ })
    .click();
  await expect(said(page)).toContainText("on 3 clips");
  await strip(page)
    .getByRole("button", { name: /take back/ })
    .click();
  await expect(target(page, "Narration, take 4")).toContainText("no card");
});
