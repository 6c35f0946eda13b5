import { readFileSync, writeFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import {
  chain,
  chooseFiles,
  onFirstClip,
  openSession,
  press,
  said,
  saved,
  signIn,
  strip,
  toFirstClip,
} from "./desk";
import { test } from "./test";

const map = (page: Page) => page.getByRole("grid", { name: /^Keys / });
const cell = (page: Page, keys: string) => map(page).locator(`[data-keys="${keys}"]`);
const about = (page: Page) => page.getByRole("complementary", { name: "The chosen key" });
const dialog = (page: Page) => page.getByRole("dialog");
const medium = (page: Page) => page.getByLabel("On", { exact: true });

async function toKeys(page: Page, who = "sound"): Promise<void> {
  await signIn(page, who);
  await press(page, "Alt+k");
  await expect(map(page)).toBeFocused();
  await expect(cell(page, "1")).toBeVisible();
}

test("by keyboard: a key is shown by pressing it, bound in two keys and letters, used on the bench, and freed", async ({
  page,
}) => {
  await toKeys(page);
  await expect(cell(page, "1")).toContainText("Small harbour room");
  await expect(cell(page, "r")).toContainText("Render what is selected");
  await press(page, "7");
  await expect(cell(page, "7")).toHaveAttribute("aria-selected", "true");
  await expect(about(page)).toContainText("Free.");
  await press(page, "Enter");
  await page.keyboard.type("lamp room");
  await expect(dialog(page).getByRole("option").first()).toContainText("Lamp room, one voice");
  await press(page, "Enter");
  await expect(said(page)).toContainText("7 stands for “Lamp room, one voice” now");
  await expect(cell(page, "7")).toHaveAttribute("data-kind", "bound");
  await expect(map(page)).toBeFocused();
  await saved(page);

  await press(page, "Alt+b");
  await openSession(page, "Reel 3: the fog week");
  await onFirstClip(page);
  await press(page, "7");
  await expect(chain(page).getByRole("heading", { name: "Lamp room, one voice" })).toBeVisible();
  await saved(page);
  await press(page, "Backspace");
  await saved(page);

  await press(page, "Alt+k");
  await expect(map(page)).toBeFocused();
  await press(page, "7", "Delete");
  await expect(cell(page, "7")).toHaveAttribute("data-kind", "free");
  await press(page, "Backspace");
  await expect(cell(page, "7")).toHaveAttribute("data-kind", "bound");
  await press(page, "Delete");
  await expect(cell(page, "7")).toHaveAttribute("data-kind", "free");
  await saved(page);
});

test("by keyboard: one key means one thing on sound and another on pictures; the numeric pad has its own", async ({
  page,
}) => {
  await toKeys(page);
  await press(page, "4", "Enter");
  await page.keyboard.type("chapel, long");
  await expect(dialog(page).getByRole("option").first()).toContainText("Chapel, long");
  await press(page, "Enter");
  await expect(cell(page, "4")).toContainText("Chapel, long");
  await press(page, "Alt+s");
  await expect(map(page)).toHaveAccessibleName(/on pictures$/);
  await expect(cell(page, "4")).toHaveAttribute("data-kind", "free");
  await press(page, "4", "Enter");
  await page.keyboard.type("fog, opened");
  await expect(dialog(page).getByRole("option").first()).toContainText("Fog, opened");
  await press(page, "Enter");
  await expect(cell(page, "4")).toContainText("Fog, opened");
  // What pictures have clips have too.
  await press(page, "Alt+s");
  await expect(map(page)).toHaveAccessibleName(/on video$/);
  await expect(cell(page, "4")).toContainText("Fog, opened");
  await press(page, "Alt+s");
  await expect(cell(page, "4")).toContainText("Chapel, long");
  for (const _ of ["sound", "pictures"]) {
    await press(page, "4", "Delete");
    await expect(cell(page, "4")).toHaveAttribute("data-kind", "free");
    await press(page, "Alt+s");
  }
  await press(page, "Alt+s");
  await saved(page);

  // With the numbers of the pad switched on. Seven on it is another key than seven above the letters, which is not bound.
  await press(page, "Shift+Numpad7");
  await expect(map(page)).toHaveAccessibleName(/^Keys numeric pad/);
  await expect(cell(page, "Num7")).toHaveAttribute("aria-selected", "true");
  await expect(cell(page, "Num7")).toContainText("Chapel, long");
  await press(page, "Alt+b");
  await openSession(page, "Reel 3: the fog week");
  await onFirstClip(page);
  await press(page, "Shift+Numpad7");
  await expect(chain(page).getByRole("heading", { name: "Chapel, long" })).toBeVisible();
  await saved(page);
  await press(page, "Backspace");
  await saved(page);
});

test("by pointer: keys are chosen, bound and freed, saved as a file and taken over from one", async ({
  page,
}, info) => {
  await toKeys(page);
  await page.getByRole("tab", { name: "pads B" }).click();
  await cell(page, "PadB2").dblclick();
  await page.keyboard.insertText("click out");
  await dialog(page).getByRole("option", { name: "Click out" }).click();
  await expect(cell(page, "PadB2")).toContainText("Click out");
  const download = page.waitForEvent("download");
  await about(page)
    .getByRole("button", { name: /^Save \d+ keys as a file/ })
    .click();
  const path = await (await download).path();
  const file = JSON.parse(readFileSync(path, "utf8")) as { keys: { key: string; name: string }[] };
  expect(file.keys.find(({ key }) => key === "PadB2")).toMatchObject({
    name: "Click out",
    means: "routineId",
  });

  await about(page)
    .getByRole("button", { name: /^Free the key of “Click out”/ })
    .click();
  await expect(cell(page, "PadB2")).toHaveAttribute("data-kind", "free");
  // What the file names and is not there is said, and left out.
  const changed = info.outputPath("keys.json");
  const gone = { key: "8", medium: null, means: "cardId", id: "none", name: "A card of another library" };
  writeFileSync(changed, JSON.stringify({ ...file, keys: [...file.keys, gone] }));
  await chooseFiles(
    page,
    () =>
      about(page)
        .getByRole("button", { name: /^Take over keys/ })
        .click(),
    [changed],
  );
  await expect(dialog(page)).toContainText("8 “A card of another library”");
  await dialog(page)
    .getByRole("button", { name: /^Set them/ })
    .click();
  await expect(cell(page, "PadB2")).toContainText("Click out");
  await strip(page)
    .getByRole("button", { name: /take back/ })
    .click();
  await expect(cell(page, "PadB2")).toHaveAttribute("data-kind", "free");
  await saved(page);

  writeFileSync(changed, "no keys");
  await chooseFiles(
    page,
    () =>
      about(page)
        .getByRole("button", { name: /^Take over keys/ })
        .click(),
    [changed],
  );
  await expect(said(page)).toContainText("This is no JSON");

  await medium(page).selectOption("image");
  await expect(map(page)).toHaveAccessibleName(/on pictures$/);
  await page.getByLabel("Keyboard", { exact: true }).selectOption({ label: "Deutsch" });
  await page.getByRole("tab", { name: "alone" }).click();
  await expect(cell(page, "ü")).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(cell(page, "ü")).toBeVisible();
  await page.getByLabel("Keyboard", { exact: true }).selectOption({ label: "English (US)" });
  await expect(cell(page, "ü")).toBeHidden();
  await saved(page);
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
});

test("pads on the bench put their cards on by a press, and by keys", async ({ page }) => {
  await toFirstClip(page);
  const targets = page.getByRole("listbox", { name: "Targets" });
  await press(page, "Shift+p");
  const pads = page.getByRole("region", { name: "Pads" });
  await pads.locator("[data-pad=PadA2]").click();
  await expect(chain(page).getByRole("heading", { name: "Foghorn distance" })).toBeVisible();
  await saved(page);
  await expect(pads.locator("[data-pad=PadA4]")).toBeDisabled();
  // From the chosen pad one to the right.
  await press(page, "ArrowRight", "Enter");
  await expect(chain(page).getByRole("heading", { name: "Wind off" })).toBeVisible();
  await saved(page);
  await press(page, "PageDown");
  await expect(pads.getByRole("grid")).toHaveAccessibleName("Pads of bank B");
  await press(page, "Escape");
  await expect(pads).toBeHidden();
  await expect(targets).toBeFocused();
  await press(page, "Backspace", "Backspace");
  await saved(page);
  await expect(chain(page).getByRole("heading", { name: "Nothing on it yet" })).toBeVisible();
});

test("all planes of the keys print on one page", async ({ page }) => {
  await toKeys(page);
  const sheet = await page.pdf({ format: "A4", landscape: true });
  expect(sheet.toString("latin1").match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByText("Keys on sound")).toBeVisible();
  await expect(map(page)).toBeHidden();
});
