import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { chain, clearChain, eventually, found, look, press, said, saved, setting, signIn } from "./desk";
import { test } from "./test";

const strip = (page: Page) => page.getByRole("region", { name: "Candidates" });
const bar = (page: Page) => page.getByRole("dialog", { name: "Find and apply" });
const settings = (page: Page) => chain(page).getByRole("list", { name: "Settings" }).getByRole("listitem");
const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const listed = (page: Page, query: string) => expect(page.locator(`[data-query="${query}"]`)).toBeVisible();

/** A picture that no other test asks about, with nothing on it. */
async function onAPicture(page: Page): Promise<void> {
  await signIn(page, "stills", "Fog week, stills");
  await expect(page.getByTestId("after")).toBeVisible();
  await press(page, "End");
  await expect(settings(page)).toHaveCount(0);
  // Until it is this one that is shown.
  let last = 0;
  await eventually(
    async () => {
      const before = last;
      last = await look(page);
      return last === before;
    },
    { intervals: [400] },
  ).toBe(true);
}

test("the cards of the last search are tried one after another, each seen at once, and the sixth key keeps one", async ({
  page,
}) => {
  await onAPicture(page);
  const untouched = await look(page);
  await press(page, "/");
  await page.keyboard.type("stills");
  await listed(page, "stills");
  await expect(found(page, "Selenium, quiet")).toBeVisible();
  await press(page, "Escape");
  await expect(bar(page)).toBeHidden();

  await press(page, "]");
  await expect(strip(page)).toContainText(/1 of \d+/);
  await expect(strip(page)).toContainText("“stills”");
  await eventually(() => look(page)).not.toBe(untouched);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  // As it was, by one key; and from the last one backwards.
  await press(page, "Escape");
  await eventually(() => look(page)).toBe(untouched);
  await press(page, "[");
  const [, count] = /(\d+) of (\d+)/.exec(await strip(page).innerText())!;
  await expect(strip(page)).toContainText(`${count} of ${count}`);
  await press(page, "Escape");
  await expect(settings(page)).toHaveCount(0);

  // Five times on and kept: six keys, and one change.
  const seen = new Set<number>();
  for (let i = 1; i <= 5; i++) {
    await press(page, "]");
    await expect(strip(page)).toContainText(`${i} of ${count}`);
    await eventually(() => look(page)).not.toBe([...seen].at(-1) ?? untouched);
    seen.add(await look(page));
  }
  const name = (await strip(page).innerText()).split("\n")[1];
  const shown = await look(page);
  await press(page, "Enter");
  await expect(strip(page)).toBeHidden();
  await expect(said(page)).toContainText(`“${name}” on`);
  await eventually(() => look(page)).toBe(shown);
  await expect(settings(page)).not.toHaveCount(0);
  await saved(page);
  await press(page, "Backspace");
  await expect(settings(page)).toHaveCount(0);
  await saved(page);
});

test("candidates are picked by number, drawn by chance without repeating, and all of it by the pointer", async ({
  page,
}) => {
  await onAPicture(page);
  // Nothing was looked for in this window yet: those that are used most.
  await press(page, "]");
  await expect(strip(page)).toContainText("what you use on a photo");
  const [, count] = /1 of (\d+)/.exec(await strip(page).innerText())!;
  await press(page, "3");
  await expect(strip(page)).toContainText(`3 of ${count}`);
  await press(page, "ArrowUp");
  await expect(strip(page)).toContainText(`2 of ${count}`);
  const drawn = new Set(["2"]);
  for (let i = 1; i < Number(count); i++) {
    const before = await strip(page).innerText();
    await press(page, "r");
    await eventually(() => strip(page).innerText()).not.toBe(before);
    drawn.add(/(\d+) of/.exec(await strip(page).innerText())![1]);
  }
  expect(drawn.size).toBe(Number(count));
  await strip(page)
    .getByRole("button", { name: /as it was/ })
    .click();
  await expect(strip(page)).toBeHidden();
  await targets(page).getByRole("option").last().click({ button: "right" });
  await page
    .getByRole("menu")
    .getByRole("menuitem", { name: /^Try the cards found last one/ })
    .click();
  await strip(page).getByRole("button", { name: /^next/ }).click();
  await expect(strip(page)).toContainText(`2 of ${count}`);
  // The bar takes its place.
  await press(page, "Escape", "/");
  await expect(bar(page)).toBeVisible();
  await expect(strip(page)).toBeHidden();
  await press(page, "Escape");
});

test("a card comes before the chain, at the chosen setting, or only with what is missing, each by one key", async ({
  page,
}) => {
  await onAPicture(page);
  const put = async (query: string, keys: string) => {
    await press(page, "/");
    await page.keyboard.type(query);
    await listed(page, query);
    await expect(found(page, "").first()).toBeVisible();
    await press(page, keys);
    await expect(bar(page)).toBeHidden();
  };
  const names = () => chain(page).locator("[data-setting-name]").allInnerTexts();
  await put("Selenium, quiet", "Enter");
  await eventually(names).not.toEqual([]);
  const first = await names();
  await saved(page);
  await put("Grey sea, weight", "Alt+Enter");
  await expect(said(page)).toContainText("“Grey sea, weight” before the chain of");
  await eventually(async () => (await names()).slice(-first.length)).toEqual(first);
  const both = await names();
  expect(both.length).toBeGreaterThan(first.length);
  await saved(page);
  // All of it is there already.
  await put("Selenium, quiet", "Alt+Shift+Enter");
  await expect(said(page)).toContainText("is on “");
  expect(await names()).toEqual(both);
  // Before the setting that is chosen.
  await setting(page, both[1]).focus();
  await put("Yard copper", "Ctrl+Enter".replace("Ctrl", "Control"));
  await eventually(async () => (await names()).length).toBeGreaterThan(both.length);
  const all = await names();
  expect([all[0], all.slice(-(both.length - 1))]).toEqual([both[0], both.slice(1)]);
  await saved(page);
  await press(page, "Backspace");
  await eventually(names).toEqual(both);
  await targets(page).focus();
  await clearChain(page);
});
