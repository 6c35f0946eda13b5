import { expect, type Page } from "@playwright/test";
import { ask, chain, eventually, found, press, said, saved, setting, signIn, strip } from "./desk";
import { test } from "./test";

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const rows = (page: Page) => targets(page).getByRole("option");

/** A look on all twelve pictures, and another strength on the fifth of them. */
async function prepare(page: Page): Promise<void> {
  await signIn(page, "stills", "Fog week, stills");
  await targets(page).focus();
  await press(page, "Home", "Control+a", "/");
  await page.keyboard.type("grey sea");
  await expect(found(page, "Grey sea, weight")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(said(page)).toContainText("on 12 photos");
  await saved(page);
  await targets(page).focus();
  await press(page, "Home", ...Array<string>(4).fill("ArrowDown"), "s", "PageDown");
  await saved(page);
  await targets(page).focus();
  await press(page, "Home");
}
async function back(page: Page, times: number): Promise<void> {
  await targets(page).focus();
  for (let i = 0; i < times; i++) {
    await press(page, "Backspace");
    await saved(page);
  }
}

test("by keyboard: the exception in a series of twelve is gone to, corrected and carried over in four keys", async ({
  page,
}) => {
  await prepare(page);
  await expect(rows(page).filter({ hasText: "≠" })).toHaveCount(1);
  await expect(rows(page).nth(4)).toContainText("≠");
  const strength = chain(page).getByRole("slider", { name: "Strength" });
  await press(page, "e");
  await expect(rows(page).nth(4)).toHaveAttribute("aria-selected", "true");
  const before = Number(await strength.getAttribute("aria-valuenow"));
  expect(before).toBeLessThan(100);
  await press(page, "s", "PageDown", "Shift+e");
  await expect(said(page)).toContainText("over to 11 photos");
  await expect(rows(page).filter({ hasText: "≠" })).toHaveCount(0);
  const now = await strength.getAttribute("aria-valuenow");
  expect(Number(now)).toBeLessThan(before);
  await targets(page).focus();
  await press(page, "End");
  await expect(strength).toHaveAttribute("aria-valuenow", now!);
  // One key takes it back from all of them.
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: carried what is on");
  await expect(strength).toHaveAttribute("aria-valuenow", "100");
  await back(page, 3);
});

test("by pointer: exceptions are gone through, and one's chain is carried over to the others", async ({
  page,
}) => {
  await prepare(page);
  await rows(page).first().click();
  await strip(page)
    .getByRole("button", { name: /next exception/ })
    .click();
  await expect(rows(page).nth(4)).toHaveAttribute("aria-selected", "true");
  await expect(setting(page, "")).toBeVisible();
  await strip(page)
    .getByRole("button", { name: /the others too \(11\)/ })
    .click();
  await expect(said(page)).toContainText("over to 11 photos");
  await expect(rows(page).filter({ hasText: "≠" })).toHaveCount(0);
  await back(page, 3);
});

test("by keyboard: new clips begin with a card, by one key, and with nothing by the same", async ({
  page,
}) => {
  await signIn(page, "sound");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(page, "/");
  await page.keyboard.type("wind off");
  await press(page, "Enter", "Home", "Shift+i");
  await expect(said(page)).toContainText("New clips begin with “Wind off”.");
  const panel = page.getByRole("complementary", { name: "Chosen card" });
  await expect(panel).toContainText("new clips begin with this card");
  await press(page, "Alt+b");
  await expect(targets(page)).toBeVisible();
  await press(page, "Alt+n");
  await page.keyboard.type("Empty for a while");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  await expect(page.getByRole("region", { name: "Viewer" })).toContainText(
    "New clips begin with “Wind off”.",
  );
  await ask(page, "remove-session", { id: new URL(page.url()).pathname.split("/").at(-1)! });
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(page, "/");
  await page.keyboard.type("wind off");
  await press(page, "Enter", "Home", "Shift+i");
  await expect(said(page)).toContainText("New clips begin with nothing.");
  await expect(panel).not.toContainText("new clips begin with this card");
});

test("by keyboard: of twelve pictures the one that is too light falls out, is corrected in three keys, and taken back", async ({
  page,
}) => {
  await signIn(page, "stills", "Fog week, stills");
  const targets = page.getByRole("listbox", { name: "Targets" });
  const rows = targets.getByRole("option");
  await targets.focus();
  await press(page, "Home");
  const name = await page.getByRole("region", { name: "Viewer" }).getByRole("heading").innerText();
  // What is on it, as its row ends: other tests may have left a card.
  const saysLast = async () => (await rows.first().innerText()).split(/\n|, /).at(-1);
  const before = await saysLast();
  await ask(page, "set-chain", {
    sessionId: page.url().split("/").at(-1),
    targetId: (await rows.first().getAttribute("id"))!.replace("target-", ""),
    chain: {
      medium: "image",
      settings: [{ effect: "image.exposure", values: { exposure: -3.5 }, on: true, mix: 100 }],
    },
  });
  await expect(setting(page, "Exposure")).toBeVisible();
  await press(page, "Control+a");
  const keys = ["Shift+s", "Home", "Enter"];
  await press(page, keys[0]);
  const dialog = page.getByRole("dialog", { name: "Consistency of 12 photos" });
  await expect(dialog.getByRole("status")).toContainText("fall out");
  const row = dialog.getByRole("option").first();
  await expect(row).toContainText(name);
  await expect(row).toHaveAttribute("data-out", /exposure/);
  await press(page, keys[1], keys[2]);
  await expect(said(page)).toContainText(`Shaped “${name}”`);
  // Measured again with its correction: as light as the others.
  await expect(dialog.getByRole("status")).toContainText(/fall out|All alike/);
  await expect(row).not.toHaveAttribute("data-out", /exposure/);
  await press(page, "Escape");
  await targets.focus();
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: shaped");
  await press(page, "Backspace");
  await eventually(saysLast).toBe(before);
  await saved(page);
});
