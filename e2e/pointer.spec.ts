import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Locator, type Page } from "@playwright/test";
import { writeWav } from "../src/core/formats/wav/write";
import { demoPassword } from "../demo/members";
import {
  chain,
  chooseFiles,
  drag,
  found,
  rendered,
  said,
  saved,
  setting,
  strip,
  target,
  toLastFolders,
} from "./desk";
import { test } from "./test";

let folder: string;
let files: string[];
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "fichier-pointer-"));
  files = ["mooring", "winch", "gulls"].map((name, i) => {
    const path = join(folder, `${name}.wav`);
    const plane = Float32Array.from({ length: 48_000 }, (_, n) => 0.3 * Math.sin((n * (i + 1)) / 20));
    writeFileSync(path, writeWav({ planes: [plane], sampleRate: 48_000 }, "s16"));
    return path;
  });
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Opens the menu of something by the right button and chooses an entry. */
async function choose(page: Page, what: Locator, entry: string | RegExp): Promise<void> {
  await what.click({ button: "right" });
  await page.getByRole("menu").getByRole("menuitem", { name: entry }).click();
}

/** Nothing but text for fields is typed here: all else is done by the pointer. */
test("the whole main job, by pointer alone", async ({ page }) => {
  await page.goto("/");
  await page.getByLabel("E-mail").click();
  await page.keyboard.insertText("curator@island.example");
  await page.getByLabel("Password").click();
  await page.keyboard.insertText(demoPassword);
  await page.getByRole("button", { name: "Sign in" }).click();
  await rendered(page);

  // A session of one's own, with material.
  await page.getByRole("button", { name: "Session menu" }).click();
  await page.getByRole("menuitem", { name: /^New session/ }).click();
  await page.getByRole("textbox", { name: "Name" }).click();
  await page.keyboard.insertText("By hand");
  await page.getByRole("button", { name: "Begin" }).click();
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  const bringIn = strip(page).getByRole("button", { name: /bring in/ });
  await chooseFiles(page, () => bringIn.click(), files);
  await expect(target(page, "gulls")).toBeVisible();
  await rendered(page);

  // Shape: an effect from the target's menu, its value by the slider, switched and moved by the setting's own menu.
  await choose(page, target(page, "mooring"), "Add an effect");
  await page.getByRole("option", { name: /^High-pass/ }).click();
  await expect(setting(page, "High-pass")).toBeVisible();
  const cutoff = page.getByRole("slider", { name: "Cutoff" });
  const before = await cutoff.getAttribute("aria-valuetext");
  const track = (await cutoff.boundingBox())!;
  await page.mouse.click(track.x + track.width * 0.6, track.y + track.height / 2);
  await expect(cutoff).not.toHaveAttribute("aria-valuetext", before!);
  await chain(page)
    .getByRole("button", { name: /^Add an effect/ })
    .click();
  await page.getByRole("option", { name: /^Gain/ }).click();
  await expect(setting(page, "Gain")).toBeVisible();
  const settings = chain(page).getByRole("list", { name: "Settings" }).getByRole("listitem");
  await choose(page, settings.nth(1), "Move the setting up in the chain");
  await expect(settings.nth(0)).toContainText("Gain");
  await drag(page, settings.nth(0).locator("[data-setting-name]"), settings.nth(1));
  await expect(settings.nth(0)).toContainText("High-pass");
  await drag(page, settings.nth(1).locator("[data-setting-name]"), settings.nth(0));
  await expect(settings.nth(0)).toContainText("Gain");
  await choose(page, settings.nth(0), "Switch the setting off");
  await expect(page.getByRole("button", { name: "Gain off", exact: true })).toBeVisible();
  await choose(page, settings.nth(0), "Remove the setting");
  await expect(settings).toHaveCount(1);

  // Hear it, before and after.
  await page.getByRole("button", { name: /^play/ }).first().click();
  await expect(page.locator("[data-playing=true]")).toBeVisible();
  await page.getByRole("radio", { name: "Before" }).click();
  await expect(page.locator("[data-side=before]")).toBeVisible();
  await page.getByRole("radio", { name: "After" }).click();
  await page.getByRole("button", { name: /^stop/ }).first().click();
  await choose(page, page.locator("[data-subject=viewer]").getByRole("heading"), /^Show the spectrum/);
  await expect(page.getByRole("img", { name: /^Spectrum of the result/ })).toBeVisible();

  // Keep.
  await chain(page)
    .getByRole("button", { name: /^Keep as card/ })
    .click();
  await page.getByLabel("Name: what it does").click();
  await page.keyboard.insertText("Mooring, cleaned by hand");
  await page.getByRole("dialog").getByRole("button", { name: /^Keep/ }).click();
  await expect(said(page)).toContainText("Kept");
  await expect(target(page, "mooring")).toContainText("Mooring, cleaned by hand");

  // Recall, on two at once: the sign at the head of a row selects it as well.
  await target(page, "winch").click();
  await target(page, "gulls").locator("[data-selects-also]").click();
  await expect(page.getByText("2 of 3 selected")).toBeVisible();
  await page.getByRole("button", { name: /^Find and apply/ }).click();
  await expect(page.getByRole("combobox", { name: "Find a card" })).toBeFocused();
  await page.keyboard.insertText("mooring cl");
  await found(page, "Mooring, cleaned by hand").click();
  for (const name of ["winch", "gulls"])
    await expect(target(page, name)).toContainText("Mooring, cleaned by hand");
  await strip(page)
    .getByRole("button", { name: /take back/ })
    .click();
  await expect(target(page, "winch")).toContainText("no card");
  await saved(page);

  // The list of all actions, from the strip's last entry.
  await strip(page).getByRole("button", { name: /all$/ }).click();
  const list = page.getByRole("dialog", { name: "All actions" });
  await list.getByRole("combobox", { name: "Find an action" }).click();
  await page.keyboard.insertText("do again");
  await list.getByRole("option", { name: /Do again/ }).click();
  await expect(target(page, "winch")).toContainText("Mooring, cleaned by hand");

  // Order by the target's menu.
  await target(page, "gulls").click();
  await choose(page, target(page, "gulls"), "Move up in the list");
  await expect(page.getByRole("listbox", { name: "Targets" }).getByRole("option").nth(1)).toContainText(
    "gulls",
  );

  const rows = page.getByRole("listbox", { name: "Targets" }).getByRole("option");
  await drag(page, target(page, "gulls"), target(page, "winch"));
  await expect(rows.nth(2)).toContainText("gulls");
  await drag(page, target(page, "gulls"), rows.first());
  await expect(rows.nth(0)).toContainText("gulls");

  // Tidy: in the library, from the card's and the folder's menus.
  await page.getByRole("link", { name: "Library" }).click();
  const row = page.getByRole("row").filter({ hasText: "Mooring, cleaned by hand" });
  await page
    .getByRole("treeitem", { name: /^Unfiled/ })
    .or(page.getByRole("treeitem", { name: /^All cards/ }))
    .first()
    .click();
  await page.getByRole("textbox", { name: "Filter cards" }).click();
  await page.keyboard.insertText("mooring");
  for (const n of [1, 0]) {
    await choose(page, row, /on a favourites list/);
    await page.getByRole("option", { name: /Favourites/ }).click();
    await expect(row.getByRole("img", { name: "marked: Favourites" })).toHaveCount(n);
  }
  await choose(page, row, "Rename the card");
  await page.getByRole("dialog").getByRole("textbox", { name: "Name" }).click({ clickCount: 3 });
  await page.keyboard.insertText("Mooring, by hand");
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /^Rename/ })
    .click();
  await expect(said(page)).toContainText("Mooring, by hand");
  await choose(page, page.getByRole("row").filter({ hasText: "Mooring, by hand" }), /^Withdraw/);
  await expect(said(page)).toContainText("ithdr");
  await choose(page, page.getByRole("treeitem", { name: /^All cards/ }), "New folder");
  await page.getByRole("dialog").getByRole("textbox", { name: "Name" }).click();
  await page.keyboard.insertText("By pointer");
  await page.getByRole("dialog").getByRole("button", { name: /^Make/ }).click();
  const made = page.getByRole("treeitem", { name: /^By pointer/ });
  await toLastFolders(page);

  // Cards and folders are dragged to where they belong, and what is selected goes together.
  await page.getByRole("textbox", { name: "Filter cards" }).fill("");
  await page.getByRole("tree", { name: "Folders and lists" }).hover();
  await page.mouse.wheel(0, -5000);
  await page.getByRole("treeitem", { name: /^All cards/ }).click();
  const cardRow = (name: string) => page.getByRole("row").filter({ hasText: name });
  await cardRow("Boathouse slap").click();
  await toLastFolders(page);
  await cardRow("Chapel, long").getByTitle("select this as well, or no more").click();
  await drag(page, cardRow("Boathouse slap"), made);
  await expect(said(page)).toContainText("Filed 2 cards in By pointer");
  await expect(made).toHaveText("By pointer2");
  await expect(page.getByRole("row", { selected: true })).toHaveCount(2);
  const undo = strip(page).getByRole("button", { name: /take back/ });
  await drag(page, made, page.getByRole("treeitem", { name: /^Stills, yard/ }));
  await expect(made).toHaveAttribute("aria-level", "2");
  await undo.click();
  await expect(made).toHaveAttribute("aria-level", "1");
  await undo.click();
  await expect(made).toHaveText("By pointer0");
  await choose(page, made, "Remove the folder");
  await page.getByRole("dialog").getByRole("button", { name: "Remove the folder" }).click();
  await expect(made).toHaveCount(0);

  // The history, and back again.
  await page.getByRole("link", { name: "History" }).click();
  await choose(
    page,
    page
      .getByRole("option")
      .filter({ hasText: /^.*Removed folder “By pointer”/ })
      .first(),
    "Take this back",
  );
  await expect(said(page)).toContainText("Taken back");
  await choose(
    page,
    page
      .getByRole("option")
      .filter({ hasText: /Took back: removed folder “By pointer”/ })
      .first(),
    "Do this again",
  );
  await expect(said(page)).toContainText("Done again");
});

test("the menu key opens the menu of what is chosen, and Esc leads back", async ({ page }) => {
  await page.goto("/");
  await page.getByLabel("E-mail").fill("curator@island.example");
  await page.getByLabel("Password").fill(demoPassword);
  await page.getByRole("button", { name: "Sign in" }).click();
  await rendered(page);
  const targets = page.getByRole("listbox", { name: "Targets" });
  await expect(targets).toBeFocused();
  for (const keys of ["ContextMenu", "Shift+F10"]) {
    await page.keyboard.press(keys);
    await expect(page.getByRole("menuitem", { name: /^Find a card and put it on/ })).toBeVisible();
    await expect(page.getByRole("menu")).toBeFocused();
    // It is all seen, as far as the screen is high enough, wherever it was asked for.
    expect(
      await page
        .getByRole("menu")
        .evaluate((menu) => menu.clientHeight >= Math.min(menu.scrollHeight, innerHeight - 40)),
    ).toBe(true);
    // The line at the foot says what keys do there.
    await expect(strip(page)).toContainText("Arrows choose, Enter does it, Esc leaves");
    // A letter belongs to the menu now: nothing below it is done.
    await page.keyboard.press("k");
    await expect(page.getByRole("dialog")).toHaveCount(0);
    await page.keyboard.press("Escape");
    await expect(page.getByRole("menu")).toHaveCount(0);
    await expect(targets).toBeFocused();
  }
  await page.keyboard.press("?");
  const field = page.getByRole("combobox", { name: "Find an action" });
  await expect(field).toBeFocused();
  await page.keyboard.insertText("team");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/team$/);
});
