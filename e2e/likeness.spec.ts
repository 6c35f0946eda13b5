import { expect, type Page } from "@playwright/test";
import { demoCards } from "../demo/library/cards";
import { packedLength } from "../src/core/measure/likeness";
import { chain, eventually, openSession, press, said, saved, setting, signIn } from "./desk";
import { test } from "./test";

const dialog = (page: Page) => page.getByRole("dialog", { name: "Find and apply" });
const found = (page: Page) => page.getByRole("listbox", { name: "Cards found" }).getByRole("option");
const listed = (page: Page, typed: string) =>
  expect(page.getByRole("listbox", { name: "Cards found" })).toHaveAttribute("data-query", typed);

/** What cards do is found out in the background: waits until it is known of all of a medium. */
async function measured(page: Page, medium: "audio" | "image") {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const all = demoCards.filter(({ chain }) => chain.medium === medium).length;
  const row = 32 + packedLength(medium);
  await eventually(
    async () => {
      const answer = await page.request.get(`/api/libraries/${libraryId}/imprints?medium=${medium}`);
      return (await answer.body()).length / row;
    },
    { timeout: 60_000 },
  ).toBeGreaterThanOrEqual(all);
}

test("cards that do nearly the same are found by one key, by what they do and not by their names", async ({
  page,
}) => {
  await signIn(page, "sound");
  await measured(page, "audio");
  await press(page, "/");
  await page.keyboard.type("plate, medium");
  await listed(page, "plate, medium");
  await press(page, "Alt+k");
  await expect(dialog(page)).toContainText("like “Plate, medium”");
  await expect(dialog(page)).toContainText(/the nearest of \d+ first/, { timeout: 30_000 });
  // How far each is, and what that is made of; itself is not among them.
  await expect(found(page).first()).toContainText(/\d\.\d dB/);
  await expect(found(page).first()).toContainText(/decay|response|level curve|distortion|width|loudness/);
  await expect(found(page).filter({ hasText: "Plate, medium" })).toHaveCount(0);
  const distances = (await found(page).allInnerTexts()).map((text) => Number(/(\d+\.\d) dB/.exec(text)![1]));
  expect(distances).toEqual([...distances].sort((a, b) => a - b));
  // Words narrow them; Backspace leads back to looking by words.
  await page.keyboard.type("foghorn");
  await expect(found(page).first()).toContainText("Foghorn");
  await press(page, ...Array.from({ length: "foghorn".length + 1 }, () => "Backspace"));
  await expect(dialog(page)).not.toContainText("like “Plate, medium”");
  await press(page, "Escape");
});

test("the card and the strength that bring a picture near to another one are found and put on", async ({
  page,
}) => {
  await signIn(page, "stills", "Fog week, stills");
  await measured(page, "image");
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  // The second picture gets a look; the first is to be brought near to it.
  await press(page, "Home", "ArrowDown", "/");
  await page.keyboard.type("selenium");
  await listed(page, "selenium");
  const look = (await found(page).first().locator("div").first().innerText()).split("\n")[0];
  await press(page, "Enter");
  await saved(page);
  await press(page, "Home", "/", "Alt+n");
  await expect(dialog(page).getByLabel("Near which target")).toBeVisible();
  await expect(dialog(page)).toContainText(/ΔE without any\d/, { timeout: 60_000 });
  await expect(found(page).filter({ hasText: look }).first()).toContainText(/\d+ % · \d+\.\d ΔE/);
  const best = /(\d+) % ·/.exec(await found(page).first().innerText())![1];
  await press(page, "Enter");
  await expect(said(page)).toContainText(/^“.+” on “/);
  await expect(page.getByRole("slider", { name: "Strength" })).toHaveAttribute("aria-valuenow", best);
  await saved(page);
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await press(page, "Backspace");
  await saved(page);
  // Where others begin.
  await openSession(page, "Reel 3: the fog week");
});

test("an effect begins as the card that was made its default, by pointer alone", async ({ page }) => {
  await signIn(page, "sound");
  await page.getByRole("link", { name: "Library" }).click();
  const filter = page.getByLabel("Filter cards");
  await filter.click();
  // Of two effects: not offered.
  await filter.fill("sea behind");
  await page.getByRole("row", { name: /Sea behind glass/ }).click({ button: "right" });
  await expect(page.getByRole("menuitem", { name: /begin as this card/ })).toHaveCount(0);
  await page.keyboard.press("Escape");
  await filter.fill("steady noise down");
  await page.getByRole("row", { name: /Steady noise down/ }).click({ button: "right" });
  await page.getByRole("menuitem", { name: /begin as this card/ }).click();
  await expect(said(page)).toContainText("begins as “Steady noise down”");
  await page.getByRole("link", { name: "Bench" }).click();
  await page.getByRole("button", { name: /Add an effect/ }).click();
  await page.getByRole("combobox", { name: "Effect" }).fill("noise red");
  await expect(page.getByRole("listbox", { name: "Effects" })).toContainText("begins as “Steady noise down”");
  await page.getByRole("option", { name: /Noise reduction/ }).click();
  await expect(setting(page, "Noise reduction")).toBeVisible();
  await saved(page);
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "Backspace");
  await expect(chain(page)).not.toContainText("Noise reduction");
  await saved(page);
});

test("variants show as the one that a target asks for, and each target gets its own", async ({ page }) => {
  await signIn(page, "stills", "Fog week, stills");
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "Home", "/");
  await page.keyboard.type("fog print");
  await listed(page, "fog print");
  await expect(dialog(page)).toContainText("1 variant for other formats");
  await expect(found(page).first()).toContainText(/Fog, print\s*landscape/);
  await expect(found(page).filter({ hasText: "upright" })).toHaveCount(0);
  await press(page, "Escape");
  // The last picture is upright: there the other one is meant, by the same letters.
  await press(page, "End", "/");
  await page.keyboard.type("fog print");
  await listed(page, "fog print");
  await expect(found(page).first()).toContainText("Fog, print, upright");
  await press(page, "Escape", "Control+a", "/");
  await page.keyboard.type("fog print");
  await listed(page, "fog print");
  await press(page, "Enter");
  await expect(said(page)).toContainText(/“Fog, print” on 10 photos/);
  await expect(said(page)).toContainText(/“Fog, print, upright” on 2 photos/);
  await saved(page);
  await press(page, "Backspace", "Backspace");
  await saved(page);
  // Asked for by its format, the other one is there by itself.
  await press(page, "Home", "/");
  await page.keyboard.type("variant:portrait");
  await expect(found(page)).toHaveCount(1);
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Fog, print, upright” on");
  await saved(page);
  await press(page, "Backspace");
  await saved(page);
  await openSession(page, "Reel 3: the fog week");
});

test("rows are put together by maker, effect, folder and kind, and as they were found again", async ({
  page,
}) => {
  await signIn(page, "sound");
  await press(page, "/");
  await page.keyboard.type("fog");
  await listed(page, "fog");
  const list = page.getByRole("listbox", { name: "Cards found" });
  // The list is as high as its rows once it has been laid out with them.
  await expect(found(page).nth(9)).toBeVisible();
  // Those in sight: how many more are drawn below them is the list's own matter.
  const inSight = async () => (await found(page).allInnerTexts()).slice(0, 10);
  const plain = await inSight();
  await press(page, "Alt+g");
  await expect(list).toContainText("nobody named");
  // What is best stays on top.
  expect((await found(page).first().innerText()).split("\n")[1]).toBe(plain[0].split("\n")[1]);
  await press(page, "Alt+g", "Alt+g");
  await expect(list).not.toContainText("nobody named");
  await press(page, "Alt+g", "Alt+g");
  await eventually(inSight).toEqual(plain);
  await saved(page);
});

test("a folder's alias leads into it", async ({ page }) => {
  await signIn(page, "sound");
  await page.getByRole("link", { name: "Library" }).click();
  await page.getByRole("treeitem", { name: /Foghorn and sea/ }).click({ button: "right" });
  await page.getByRole("menuitem", { name: "Give the folder an alias" }).click();
  await page.keyboard.type("fs");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“fs” now recalls “Foghorn and sea”");
  await press(page, "/");
  await page.getByRole("link", { name: "Bench" }).click();
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "/");
  await page.keyboard.type("fs");
  await expect(dialog(page)).toContainText("looks within “Foghorn and sea”");
  await press(page, "Enter");
  await expect(dialog(page)).toContainText("within Foghorn and sea");
  await page.keyboard.type("glass");
  await expect(found(page).first()).toContainText("Sea behind glass");
  await press(page, "Escape");
});
