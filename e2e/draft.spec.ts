import { expect, type Page } from "@playwright/test";
import { ask, chain, clearChain, eventually, found, press, said, saved, signIn, target } from "./desk";
import { test } from "./test";

const bar = (page: Page) => page.getByRole("combobox", { name: "Find a card" });
const tray = (page: Page) => page.getByRole("region", { name: "Draft chain" });
const parts = (page: Page) => tray(page).getByRole("option");
const settings = (page: Page) =>
  chain(page).getByRole("list", { name: "Settings" }).locator("[data-setting-name]");

test("by keyboard: six effects are gathered, applied, kept with an alias and a key, and recalled by one", async ({
  page,
}) => {
  await signIn(page, "sound", "Reel 3: the fog week");
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "Home");
  await clearChain(page);
  /** Keys besides what is typed into fields: names, the plus that ends each of them, the alias and the key. */
  let keys = 0;
  const count = async (...pressed: string[]) => {
    keys += pressed.length;
    await press(page, ...pressed);
  };
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await count("/");
  // As fast as a hand can: each plus gathers what was typed before it, whether that was answered yet or not.
  await page.keyboard.type("low-pass+gain+compressor+gate+limiter+high-pass+");
  await count("Enter");
  await expect(bar(page)).toBeHidden();
  await expect(tray(page)).toHaveCount(0);
  // Each gave one setting or more.
  await eventually(() => settings(page).count()).toBeGreaterThanOrEqual(6);
  await saved(page);
  const all = await settings(page).count();
  for (const name of ["Low-pass", "Gain", "Compressor", "Expander and gate", "Limiter", "High-pass"])
    await expect(settings(page).filter({ hasText: name }).first()).toBeVisible();
  await count("k");
  await page.keyboard.type("Six for the quay");
  // Past the folder, which is offered.
  await count("Tab", "Tab");
  await page.keyboard.type("sixq");
  await count("Tab");
  await page.keyboard.type("6");
  await count("Enter");
  await expect(said(page)).toContainText("Kept");
  expect(keys).toBe(7);
  await saved(page);

  // On another one by one key, as by the alias.
  await press(page, "ArrowDown");
  await clearChain(page);
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "6");
  await expect(settings(page)).toHaveCount(all);
  await expect(chain(page).getByRole("heading", { level: 2 })).toHaveText("Six for the quay");
  await press(page, "/");
  await page.keyboard.type("sixq");
  const row = found(page, "Six for the quay");
  await expect(row).toHaveAttribute("aria-selected", "true");
  const cardId = (await row.getAttribute("id"))!.replace("found-", "");
  await press(page, "Escape");
  await ask(page, "bind-key", { key: "6", cardId: null });
  await ask(page, "withdraw-cards", { cardIds: [cardId], withdrawn: true });
});

test("by keyboard: a draft survives a reload; its settings are moved, switched, doubled and removed, and each put on a return", async ({
  page,
}) => {
  await signIn(page, "sound", "Reel 3: the fog week");
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  await press(page, "Home");
  await clearChain(page);
  await targets.focus();
  await press(page, "/");
  await page.keyboard.type("mains hum+");
  await expect(bar(page)).toHaveValue("");
  // Several rows at once: they are highlighted from the chosen one on.
  await page.keyboard.type("foghorn");
  await expect(page.getByRole("listbox", { name: "Cards found" }).getByRole("option").nth(1)).toBeVisible();
  await press(page, "Shift+ArrowDown");
  await expect(
    page.getByRole("listbox", { name: "Cards found" }).getByRole("option", { selected: true }),
  ).toHaveCount(2);
  await press(page, "+");
  await expect(bar(page)).toHaveValue("");
  await press(page, "Escape");
  // The tray is reached again once what lay over it is gone.
  await eventually(() => parts(page).count()).toBeGreaterThan(2);
  const first = await parts(page).allInnerTexts();
  await page.reload();
  await expect(parts(page)).toHaveText(first);

  await press(page, "Shift+a");
  await expect(tray(page).getByRole("listbox")).toBeFocused();
  await press(page, "Alt+ArrowRight");
  const moved = [first[1], first[0], ...first.slice(2)];
  await expect(parts(page)).toHaveText(moved);
  await press(page, "o");
  await expect(parts(page).nth(1)).toHaveText(`off · ${moved[1]}`);
  await press(page, "o", "Shift+d");
  await expect(parts(page)).toHaveText([moved[0], moved[1], ...moved.slice(1)]);
  await press(page, "d");
  await expect(parts(page)).toHaveText(moved);
  // Keep only two, so that few returns are made.
  await press(page, "Home", ...Array<string>(moved.length - 2).fill("d"));
  await expect(parts(page)).toHaveCount(2);
  const before = await targets.getByRole("option").count();
  await press(page, "r");
  await expect(said(page)).toContainText("2 returns fed by");
  await expect(targets.getByRole("option")).toHaveCount(before + 2);
  await expect(tray(page)).toHaveCount(0);
  await expect(targets).toBeFocused();
  await press(page, "Backspace");
  await expect(targets.getByRole("option")).toHaveCount(before);
  // The draft itself is there again by the key that led to it, and thrown away by one.
  await press(page, "Shift+a");
  await expect(parts(page)).toHaveCount(2);
  await press(page, "Shift+a", "Shift+Delete");
  await expect(tray(page)).toHaveCount(0);
});

test("by pointer: rows are gathered by their sign, dragged to another place, and put on; a card comes onto a return and a copy", async ({
  page,
}) => {
  await signIn(page, "sound", "Reel 3: the fog week");
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.getByRole("option").first().click();
  await clearChain(page);
  const rows = page.getByRole("listbox", { name: "Cards found" }).getByRole("option");
  const find = () => page.getByRole("button", { name: /Find and apply/ }).click();
  await find();
  for (let i = 0; i < 2; i++) {
    await rows.nth(i).getByTitle("gather into the draft").click();
    await expect(page.getByRole("status", { name: "Draft chain" })).toBeVisible();
  }
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /draft: put on/ })
    .click();
  await expect(settings(page).first()).toBeVisible();
  await expect(tray(page)).toHaveCount(0);
  await clearChain(page);

  const before = await targets.getByRole("option").count();
  for (const way of [/on a return/, /on a copy/]) {
    await find();
    await expect(rows.first()).toBeVisible();
    await page.getByRole("dialog").getByRole("button", { name: way }).click();
    await expect(targets.getByRole("option")).toHaveCount(before + 1);
    await page
      .getByRole("contentinfo", { name: "Keys" })
      .getByRole("button", { name: /take back/ })
      .click();
    await expect(targets.getByRole("option")).toHaveCount(before);
  }
  await expect(target(page, "copy")).toHaveCount(0);
});
