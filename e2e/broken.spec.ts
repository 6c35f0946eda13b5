import { expect } from "@playwright/test";
import { found, press, rendered, said, saved, signIn, target } from "./desk";
import { test } from "./test";

test("a screen that breaks says so with a number, keeps what was not sent, and is begun again by one key", async ({
  page,
}) => {
  // From the moment on that this is set, the days of the history cannot be written.
  await page.addInitScript(() => {
    const { get } = Object.getOwnPropertyDescriptor(Intl.DateTimeFormat.prototype, "format")!;
    Object.defineProperty(Intl.DateTimeFormat.prototype, "format", {
      get() {
        if (document.documentElement.dataset.broken !== undefined) throw new TypeError("no days are left");
        return get!.call(this) as unknown;
      },
    });
  });
  await signIn(page, "sound");
  const isBroken = (on: boolean) =>
    page.evaluate((broken) => {
      if (broken) document.documentElement.dataset.broken = "";
      else delete document.documentElement.dataset.broken;
    }, on);
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route("**/commands/apply-card", async (route) => {
    await held;
    await route.continue();
  });
  await press(page, "1");
  await expect(target(page, "Narration, take 4")).toContainText("Small harbour room");
  const reported = page.waitForRequest("**/faults");
  await isBroken(true);
  await press(page, "Alt+h");
  const alert = page.getByRole("alert").filter({ hasText: "This screen broke" });
  await expect(alert).toContainText(/no days are left Fault [A-Z0-9]{6}/);
  const { number, words } = (await reported).postDataJSON() as { number: string; words: string };
  expect(await alert.innerText()).toContain(number);
  expect(words).toBe("no days are left");
  // The frame is still there, and so is what was on its way.
  await expect(page.getByRole("navigation", { name: "Places" })).toBeVisible();
  await isBroken(false);
  await press(page, "Enter");
  await expect(page.getByRole("listbox", { name: "Changes" })).toBeVisible();
  letGo();
  await saved(page);
  await press(page, "Alt+b");
  await expect(target(page, "Narration, take 4")).toContainText("Small harbour room");
  await press(page, "Backspace");
  await saved(page);
});

test("workers that break are begun again: cards are found and heard as before, and the fault has a number", async ({
  page,
}) => {
  await signIn(page, "sound");
  await press(page, "/");
  await page.keyboard.type("small");
  await expect(found(page, "Small harbour room")).toBeVisible();
  const reported = page.waitForRequest("**/faults");
  // A worker that is begun anew ends its helpers, which may be gone before they are asked to break.
  await Promise.all(
    page.workers().map((worker) =>
      worker
        .evaluate(() => {
          setTimeout(() => {
            throw new Error("broken on purpose");
          });
        })
        .catch(() => undefined),
    ),
  );
  await expect(said(page)).toContainText(/broke, and was begun again \(fault [A-Z0-9]{6}\)/);
  expect(((await reported).postDataJSON() as { words: string }).words).toContain("broken on purpose");
  // The typed text is still there, and other words are answered by the index that was filled anew.
  await expect(page.getByRole("combobox", { name: "Find a card" })).toHaveValue("small");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("wind");
  await expect(found(page, "Wind off")).toBeVisible();
  await press(page, "Enter");
  await expect(target(page, "Narration, take 4")).toContainText("Wind off");
  await saved(page);
  await rendered(page);
  await press(page, "Backspace");
  await saved(page);
});
