import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { eventually, grid, panel, press, said, saved, signIn, toLibrary } from "./desk";
import { test } from "./test";

const tried = (page: Page) => page.getByRole("region", { name: "Tried on" });
const find = async (page: Page, name: string) => {
  await press(page, "/");
  await page.keyboard.press("Control+a");
  await page.keyboard.type(name);
  await press(page, "Enter");
  await expect(grid(page).getByRole("row", { selected: true })).toContainText(name);
};

test("by keyboard: cards are seen and heard one after another in the library, with and without", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("medium:image");
  await press(page, "Enter");
  await expect(grid(page).getByRole("row", { selected: true })).toBeVisible();
  await expect(panel(page)).toBeVisible();
  await press(page, "p");
  await expect(tried(page).locator("[data-shown]")).toBeVisible();
  const canvas = tried(page).locator("canvas");
  /** What is painted, as a sum over a grid of its pixels. */
  const painted = () =>
    canvas.evaluate((element: HTMLCanvasElement) => {
      const { data } = element.getContext("2d")!.getImageData(0, 0, element.width, element.height);
      let sum = 0;
      for (let i = 0; i < data.length; i += 404) sum = (sum * 31 + data[i] * 3 + data[i + 1]) % 1e9;
      return sum;
    });
  const first = await painted();
  await press(page, "w");
  await eventually(painted).not.toBe(first);
  const untouched = await painted();
  await press(page, "w");
  await eventually(painted).toBe(first);
  await press(page, "ArrowDown");
  await eventually(painted).not.toBe(first);
  expect(await painted()).not.toBe(untouched);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  // Of a sound it plays, and goes on playing with the next one.
  await press(page, "/");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("medium:audio");
  await press(page, "Enter", "Home");
  await expect(tried(page).locator("[data-playing]")).toBeVisible();
  await expect(tried(page)).toContainText("with the card");
  await press(page, "ArrowDown");
  await expect(tried(page).locator("[data-playing]")).toBeVisible();
  await press(page, "w");
  await expect(tried(page)).toContainText("without the card");
  await press(page, "p");
  await expect(tried(page)).toBeHidden();
});

test("a note is written with a few signs and read as they mean; what could do harm stays text", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await find(page, "Wind off");
  await press(page, "y");
  const dialog = page.getByRole("dialog", { name: "Note on “Wind off”" });
  await expect(dialog.getByLabel("Note", { exact: true })).toBeFocused();
  await press(page, "Control+a");
  await page.keyboard.type("Only *outdoors*, **never** indoors");
  await press(page, "Enter", "Enter");
  await page.keyboard.type(
    "<img src=x onerror=alert(1)> [away](javascript:alert(1)) [home](https://island.example/)",
  );
  await press(page, "Control+Enter");
  await expect(said(page)).toContainText("Changed “Wind off”");
  await expect(panel(page).locator("em")).toHaveText("outdoors");
  await expect(panel(page).locator("strong", { hasText: "never" })).toBeVisible();
  await expect(panel(page)).toContainText("<img src=x onerror=alert(1)>");
  expect(await panel(page).locator("img").count()).toBe(0);
  // What was asked for is set off, in the midst of what else is done to it.
  await press(page, "/");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("wind outd");
  await press(page, "Enter");
  await grid(page).getByRole("row").filter({ hasText: "Wind off" }).click();
  await expect(panel(page).locator("em mark")).toHaveText("outd");
  await expect(panel(page).locator("h2 mark")).toHaveText("Wind");
  await expect(panel(page).getByRole("link", { name: "home" })).toHaveAttribute(
    "href",
    "https://island.example/",
  );
  expect(await panel(page).locator("a[href^=javascript]").count()).toBe(0);
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await expect(panel(page)).not.toContainText("indoors");
  await saved(page);
});

test("the table's columns and order are the member's own, can be copied from a colleague, and locked", async ({
  page,
  browser,
}) => {
  await signIn(page, "stills");
  await toLibrary(page);
  const headers = (of: Page) => grid(of).getByRole("columnheader").allInnerTexts();
  const [first] = [await headers(page)];
  await press(page, "v");
  const dialog = page.getByRole("dialog", { name: "Your view" });
  await dialog.getByLabel("Folder", { exact: true }).check();
  await dialog.getByLabel("Chain", { exact: true }).uncheck();
  await press(page, "Escape");
  await eventually(() => headers(page)).toEqual(["Card", "Folder", "Kept by", "Key"]);
  await grid(page).getByRole("button", { name: "Folder" }).click();
  await expect(grid(page).getByRole("columnheader", { name: "Folder" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  const names = (of: Page) => grid(of).locator("[aria-rowindex='2']").innerText();
  // What was chosen stays in sight; the first row is further up.
  await grid(page).focus();
  await press(page, "Home");
  const top = await names(page);
  await page.reload();
  await eventually(() => headers(page)).toEqual(["Card", "Folder", "Kept by", "Key"]);
  await eventually(() => names(page)).toBe(top);

  const other = await (await browser.newContext()).newPage();
  await signIn(other, "picture");
  await toLibrary(other);
  expect(await headers(other)).toEqual(first);
  await press(other, "v");
  const theirs = other.getByRole("dialog", { name: "Your view" });
  await theirs.getByLabel("Begin from the view of").selectOption({ label: "stills" });
  await theirs.getByRole("button", { name: "copy" }).click();
  await eventually(() => headers(other)).toEqual(["Card", "Folder", "Kept by", "Key"]);
  await expect(theirs).toBeHidden();
  // Locked, it is put in another order for now alone.
  await press(other, "v");
  await theirs.getByLabel(/^Locked/).check();
  await expect(theirs.getByLabel("Folder", { exact: true })).toBeDisabled();
  expect((await new AxeBuilder({ page: other }).analyze()).violations).toEqual([]);
  await press(other, "Escape");
  await grid(other).getByRole("button", { name: "Card" }).click();
  await expect(grid(other).getByRole("columnheader", { name: "Card" })).not.toHaveAttribute(
    "aria-sort",
    "none",
  );
  await other.reload();
  await expect(grid(other).getByRole("columnheader", { name: "Folder" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  await press(other, "v");
  await theirs.getByLabel(/^Locked/).uncheck();
  await theirs.getByLabel("Folder", { exact: true }).uncheck();
  await theirs.getByLabel("Chain", { exact: true }).check();
  await expect(theirs.getByLabel("Chain", { exact: true })).toBeChecked();
  await other.context().close();
  await press(page, "v");
  await dialog.getByLabel("Folder", { exact: true }).uncheck();
  await dialog.getByLabel("Chain", { exact: true }).check();
  await expect(dialog.getByLabel("Chain", { exact: true })).toBeChecked();
  await press(page, "Escape");
  await grid(page).getByRole("button", { name: "Card" }).click();
  await saved(page);
});

test("by keyboard: the history of one card, narrowed to one member, and back to all of it", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await find(page, "Boathouse slap");
  await press(page, "r");
  await page.keyboard.type("Boathouse slap, twice");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Renamed “Boathouse slap”");
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await press(page, "x");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("History of “Boathouse slap”");
  const changes = page.getByRole("listbox", { name: "Changes" }).getByRole("option");
  await expect(changes.first()).toContainText("Took back: renamed “Boathouse slap”");
  await expect(changes.nth(1)).toContainText("Renamed “Boathouse slap”");
  await page.getByLabel("By whom").selectOption({ label: "by owner" });
  await expect(page.getByText("Nothing in the history is of this.")).toBeVisible();
  await page.getByLabel("By whom").selectOption({ label: "by anybody" });
  await page.getByRole("listbox", { name: "Changes" }).focus();
  await press(page, "Escape");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("History");
  await expect(page).toHaveURL(/history$/);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test("a card shows what it makes of the material it was kept on, and its folder can have that picture", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await find(page, "Yard copper");
  const picture = panel(page).locator("[data-picture-of]");
  await expect(picture.locator("canvas[data-painted]")).toBeVisible();
  await expect(picture.getByRole("img", { name: "“Yard copper” on “Hull on the slip”" })).toBeVisible();
  // Toned: what was grey is warm.
  const warmth = () =>
    picture.locator("canvas").evaluate((element: HTMLCanvasElement) => {
      const { data } = element.getContext("2d")!.getImageData(0, 0, element.width, element.height);
      let sum = 0;
      for (let i = 0; i < data.length; i += 4) sum += data[i] - data[i + 2];
      return sum / (data.length / 4);
    });
  expect(await warmth()).toBeGreaterThan(8);
  await press(page, "Shift+f");
  await saved(page);
  await press(page, "Backspace");
  await saved(page);
  // Of a sound, its waveform.
  await find(page, "Foghorn distance");
  await expect(picture.locator("svg path")).toHaveAttribute("d", /M0\.5/);
  // A supplied card came without.
  await find(page, "Voice, clear");
  await expect(picture).toBeHidden();
});

test("of variants the table shows the one of the format that is preferred, where one wishes", async ({
  page,
}) => {
  await signIn(page, "stills");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("fog, print");
  await press(page, "Enter");
  const rows = grid(page).getByRole("row", { name: /Fog, print/ });
  await expect(rows).toHaveCount(2);
  const view = page.getByRole("dialog", { name: "Your view" });
  const prefer = async (formats: string, fold: boolean) => {
    await press(page, "v");
    await view.getByLabel("Of variants, which first").fill(formats);
    await press(page, "Enter");
    await view.getByLabel("Of variants the table shows the first").setChecked(fold);
    await press(page, "Escape");
    await expect(view).toBeHidden();
  };
  await press(page, "v");
  await view.getByLabel("Of variants, which first").fill("upright");
  await press(page, "Enter");
  await expect(view).toContainText("“upright” is no format");
  await press(page, "Escape");
  await prefer("portrait", true);
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText("Fog, print, upright");
  await expect(rows).toContainText("+1");
  await prefer("landscape", true);
  await expect(rows).toHaveCount(1);
  await expect(rows).not.toContainText("upright");
  await prefer("", false);
  await expect(rows).toHaveCount(2);
});
