import { expect } from "@playwright/test";
import {
  chain,
  eventually,
  found,
  look,
  press,
  rendered,
  said,
  saved,
  setting,
  signIn,
  strip,
  target,
} from "./desk";
import { test } from "./test";

test("a stills editor's look on twelve pictures at once, by keyboard alone", async ({ page, browser }) => {
  await signIn(page, "stills");
  await press(page, "Alt+PageDown");
  await expect(page.getByTestId("after")).toBeVisible();
  await rendered(page);
  await expect(page.getByRole("listbox", { name: "Targets" }).getByRole("option")).toHaveCount(12);
  const untouched = await look(page);

  // Shape a look on one picture, keep it.
  await press(page, "a");
  await page.keyboard.type("ton cu");
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue("ton cu");
  await expect(page.getByRole("dialog").getByRole("option")).toHaveText([/^Tone curve/]);
  await press(page, "Enter");
  const point = page.getByRole("slider", { name: /Points, point/ });
  await expect(point).toBeFocused();
  await press(page, "ArrowUp", "Shift+ArrowUp");
  await expect(point).toHaveAttribute("aria-valuetext", "in 25 %, out 31 %");
  for (const [letters, name] of [
    ["toner", "Toner"],
    ["vig", "Vignette"],
  ]) {
    await press(page, "a");
    await page.keyboard.type(letters);
    await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue(letters);
    await press(page, "Enter");
    await expect(setting(page, name)).toBeVisible();
  }
  await eventually(() => look(page)).not.toBe(untouched);
  const shaped = await look(page);
  await press(page, "k");
  await page.keyboard.type("Quay print");
  await expect(page.getByLabel("Name: what it does")).toHaveValue("Quay print");
  await press(page, "Tab");
  await page.keyboard.type("Stills, quay");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept chain “Quay print”, with the new folder Stills, quay.");

  // All twelve at once: another card by three letters, then one by its key, then back.
  await press(page, "Escape");
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeFocused();
  await press(page, "Control+a", "/");
  await page.keyboard.type("blu");
  await expect(found(page, "Blue hour bath")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(said(page)).toHaveText("“Blue hour bath” on 12 photos.");
  await expect(page.getByRole("option").filter({ hasText: "Blue hour bath" })).toHaveCount(12);
  // What is shown is what was applied, not a card that was auditioned on the way.
  await expect(page.locator("[data-rendered]")).toHaveAttribute("aria-busy", "false");
  await eventually(() => look(page)).not.toBe(shaped);
  const blue = await look(page);
  await expect(strip(page)).toContainText("Fog, opened on 12 photos");
  await press(page, "1");
  await expect(page.getByRole("option").filter({ hasText: "Fog, opened" })).toHaveCount(12);
  await press(page, "Backspace");
  await expect(page.getByRole("option").filter({ hasText: "Blue hour bath" })).toHaveCount(12);
  await eventually(() => look(page)).toBe(blue);

  // Touch up the exception: half strength on one.
  await press(page, "End", "s");
  await expect(chain(page).getByRole("slider", { name: "Strength" })).toBeFocused();
  await page.keyboard.type("50");
  await press(page, "Enter");
  await expect(target(page, "Stair, night round")).toContainText("Blue hour bath · 50 %");
  await saved(page);

  await page.reload();
  await rendered(page);
  const second = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(second, "stills", "Fog week, stills");
  for (const each of [page, second]) {
    await expect(each.getByRole("option").filter({ hasText: "Blue hour bath" })).toHaveCount(12);
    await expect(target(each, "Stair, night round")).toContainText("50 %");
    await eventually(() => look(each)).toBe(blue);
  }
  await second.context().close();
});

test("the edge between before and after moves by key, and shows either whole", async ({ page }) => {
  await signIn(page, "visitor");
  await press(page, "Alt+PageDown");
  await expect(page.getByTestId("after")).toBeVisible();
  const edge = page.getByRole("slider", { name: "Edge between before and after" });
  await expect(edge).toHaveAttribute("aria-valuenow", "50");
  await press(page, ".", ".");
  await expect(edge).toHaveAttribute("aria-valuenow", "60");
  await press(page, "b");
  await expect(edge).toHaveAttribute("aria-valuenow", "0");
  await press(page, "b");
  await expect(edge).toHaveAttribute("aria-valuenow", "100");
});

test("scopes, and a part of the picture at full size where an effect is finer than the preview", async ({
  page,
}) => {
  await signIn(page, "owner", "Fog week, stills");
  await expect(page.getByTestId("after")).toBeVisible();
  await expect(page.locator("[data-rendered]")).toHaveAttribute("aria-busy", "false");
  const noGrain = await look(page);
  await press(page, "/");
  await page.keyboard.type("leaking");
  await expect(found(page, "Leaking back")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Leaking back");
  await expect(page.locator("[data-rendered]")).toHaveAttribute("aria-busy", "false");
  await eventually(() => look(page)).not.toBe(noGrain);
  await expect(page.getByText("grain finer than this: Z for full size")).toBeVisible();

  // The scopes show what is shown: something where there is light, and what is clipped.
  await press(page, "w");
  const scopes = page.getByTestId("scopes");
  await expect(scopes).toHaveAttribute("aria-busy", "false");
  await expect(scopes).toContainText(/clipped: black \d+\.\d+ % · white \d+\.\d+ %/);
  const lit = () =>
    scopes.getByRole("img", { name: /Waveform/ }).evaluate(
      (canvas: HTMLCanvasElement) =>
        canvas
          .getContext("2d")!
          .getImageData(0, 0, canvas.width, canvas.height)
          .data.filter((v, i) => i % 4 === 3 && v > 0).length,
    );
  expect(await lit()).toBeGreaterThan(1000);
  await press(page, "w");
  await expect(scopes).toHaveCount(0);

  // At full size a pixel is a pixel; arrows move what is shown, and the key leads back to where one was.
  await press(page, "z");
  const part = page.getByRole("group", { name: "Picture at full size: arrow keys move it" });
  await expect(part).toBeFocused();
  await expect(page.getByText(/\d+ × \d+ of it at full size/)).toBeVisible();
  await expect(page.locator("[data-rendered]")).toHaveAttribute("aria-busy", "false");
  const size = await page
    .getByTestId("after")
    .evaluate((canvas: HTMLCanvasElement) => [
      canvas.width - canvas.getBoundingClientRect().width,
      canvas.height - canvas.getBoundingClientRect().height,
    ]);
  expect(size.map(Math.round)).toEqual([0, 0]);
  const middle = await look(page);
  await press(page, "ArrowLeft", "ArrowUp");
  await eventually(() => look(page)).not.toBe(middle);
  await press(page, "z");
  await expect(part).toHaveCount(0);
  await expect(page.getByText("shown at 1280 × 853")).toBeVisible();
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeFocused();

  // What looks at the whole picture cannot be shown in part, and says why.
  await press(page, "z");
  await expect(part).toBeFocused();
  await press(page, "a");
  await page.keyboard.type("glow");
  await press(page, "Enter");
  await expect(page.getByText("since glow looks at all of it")).toBeVisible();
  await expect(page.locator("[data-rendered]")).toHaveAttribute("aria-busy", "false");
  await press(page, "Escape", "Backspace", "Backspace");
  await saved(page);
});
