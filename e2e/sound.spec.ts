import { expect, type Page } from "@playwright/test";
import {
  chain,
  eventually,
  found,
  onFirstClip,
  openSession,
  press,
  rendered,
  said,
  saved,
  setting,
  signIn,
  signInByForm,
  strip,
  target,
} from "./desk";
import { test } from "./test";

/** Adds an effect by its first letters. */
async function add(page: Page, letters: string, name: string): Promise<void> {
  await press(page, "a");
  await page.keyboard.type(letters);
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue(letters);
  await press(page, "Enter");
  await expect(setting(page, name)).toBeVisible();
}

const loudnessAfter = async (page: Page) =>
  Number((await page.getByTestId("loudness-after").textContent())!.replace("−", "-").split(" ")[0]);

test("a sound editor's day, by keyboard alone", async ({ page, browser }) => {
  await signInByForm(page, "sound");
  await openSession(page, "Reel 3: the fog week");

  // Shape: three effects on the narration, with a value typed, stepped and put back to its default.
  await expect(target(page, "Narration, take 4")).toHaveAttribute("aria-selected", "true");
  // Tests before this one may have left something on it.
  await onFirstClip(page);
  await add(page, "hi", "High-pass");
  const cutoff = page.getByRole("slider", { name: "Cutoff" });
  await expect(cutoff).toBeFocused();
  await page.keyboard.type("1.2k");
  await press(page, "Enter");
  await expect(cutoff).toHaveAttribute("aria-valuetext", "1.2 kHz");
  await press(page, "Delete");
  await expect(cutoff).toHaveAttribute("aria-valuetext", "80 Hz");
  await press(page, "ArrowUp");
  await expect(cutoff).not.toHaveAttribute("aria-valuetext", "80 Hz");
  await add(page, "par", "Parametric EQ");
  await add(page, "pla", "Plate");
  await expect(chain(page).getByRole("list", { name: "Settings" }).getByRole("listitem")).toHaveCount(3);

  // Listen: one key plays, one key changes sides; the loop goes on.
  await press(page, "Space");
  await expect(page.locator("[data-playing=true]")).toBeVisible();
  await press(page, "b");
  await expect(page.locator("[data-side=before]")).toBeVisible();
  await expect(page.locator("[data-playing=true]")).toBeVisible();
  await press(page, "b", "Space");

  // Look: one key shows what the sound holds instead of what the chain does, and back again.
  const chart = (name: RegExp) => page.getByRole("img", { name });
  await press(page, "w");
  await expect(chart(/^Spectrum of the result: loudest around \d+ Hz, at -\d+\.\d dB$/)).toBeVisible();
  await press(page, "w");
  await expect(chart(/^Momentary loudness of the result: -\d+\.\d LUFS at most$/)).toBeVisible();
  await press(page, "w");
  await expect(chart(/^Magnitude response: -\d+\.\d dB at 100 Hz/)).toBeVisible();

  // Keep: into a folder that is made in the same step.
  await press(page, "k");
  await page.keyboard.type("Quay, dry voice");
  await expect(page.getByLabel("Name: what it does")).toHaveValue("Quay, dry voice");
  await press(page, "Tab");
  await page.keyboard.type("Narration / Quay");
  await expect(page.getByText("New: Quay will be made.")).toBeVisible();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept chain “Quay, dry voice”");

  // Recall: other material, two clips, three letters.
  await press(page, "Escape");
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeFocused();
  await press(page, "ArrowDown", "ArrowDown", "ArrowDown", "Shift+ArrowDown");
  await rendered(page);
  const untouched = await loudnessAfter(page);
  await press(page, "/");
  await page.keyboard.type("qua");
  await expect(found(page, "Quay, dry voice")).toHaveAttribute("aria-selected", "true");
  // The audition sounds before anything is applied.
  await eventually(() => loudnessAfter(page)).not.toBe(untouched);
  await expect(target(page, "Terns on the ledge")).toContainText("no card");
  await press(page, "Enter");
  for (const name of ["Ferry ramp", "Terns on the ledge"])
    await expect(target(page, name)).toContainText("Quay, dry voice");
  await expect(said(page)).toHaveText("“Quay, dry voice” on 2 clips.");

  // Another card by its one key; the strip says so beforehand. Then back.
  await expect(strip(page)).toContainText("Foghorn distance on 2 clips");
  await press(page, "2");
  for (const name of ["Ferry ramp", "Terns on the ledge"])
    await expect(target(page, name)).toContainText("Foghorn distance");
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: “Foghorn distance” on 2 clips");
  for (const name of ["Ferry ramp", "Terns on the ledge"])
    await expect(target(page, name)).toContainText("Quay, dry voice");
  await press(page, "Shift+Backspace");
  await expect(target(page, "Ferry ramp")).toContainText("Foghorn distance");
  await press(page, "Backspace");
  await expect(target(page, "Ferry ramp")).toContainText("Quay, dry voice");

  // After a reload and in a second browser everything is there.
  await saved(page);
  await page.reload();
  await rendered(page);
  const second = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(second, "curator", "Reel 3: the fog week");
  for (const each of [page, second]) {
    // What was kept is what its target has.
    await expect(target(each, "Narration, take 4")).toContainText("Quay, dry voice");
    for (const name of ["Ferry ramp", "Terns on the ledge"])
      await expect(target(each, name)).toContainText("Quay, dry voice");
    await press(each, "/");
    await each.keyboard.type("qua");
    await expect(found(each, "Quay, dry voice")).toBeVisible();
    await press(each, "Escape");
  }
  await second.context().close();
});

test("a card gets an alias, the mark and a key, and each of them works", async ({ page }) => {
  await signIn(page, "picture", "Reel 3: the fog week");
  await press(page, "/");
  await page.keyboard.type("kit tab");
  await expect(found(page, "Kitchen table talk")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(target(page, "Narration, take 4")).toContainText("Kitchen table talk");
  await press(page, "f", "f");
  await expect(chain(page).getByRole("img", { name: "marked: Favourites" })).toBeVisible();
  await press(page, "n");
  await page.keyboard.type("zq");
  await expect(page.getByRole("textbox", { name: "Alias" })).toHaveValue("zq");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“zq” now recalls “Kitchen table talk”");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await press(page, "g");
  await expect(page.getByRole("textbox", { name: "Key" })).toBeFocused();
  await page.keyboard.type("k");
  await press(page, "Enter");
  await expect(page.getByRole("alert").filter({ hasText: "The bench itself uses k." })).toBeVisible();
  await press(page, "Control+a");
  await page.keyboard.type("4");
  await press(page, "Enter");
  await expect(said(page)).toContainText("The key 4 now applies “Kitchen table talk”");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(strip(page)).toContainText("Kitchen table talk");
  await press(page, "Escape");
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeFocused();
  await press(page, "ArrowDown", "4");
  await expect(target(page, "Narration, take 5")).toContainText("Kitchen table talk");
  await press(page, "ArrowDown", "/");
  await page.keyboard.type("zq");
  await expect(page.getByRole("listbox", { name: "Cards found" }).getByRole("option").first()).toContainText(
    "alias zq",
  );
  await press(page, "PageDown", "PageDown", "Enter");
  await expect(target(page, "Narration, take 6")).toContainText("Kitchen table talk · 80 %");
});

test("single keys can be switched off, and then want Alt", async ({ page }) => {
  await signIn(page, "visitor");
  await page.getByRole("button", { name: "visitor" }).focus();
  await press(page, "Enter");
  await expect(page.getByRole("menuitemcheckbox", { name: "Single keys without Alt" })).toBeVisible();
  await press(page, "Enter");
  await expect(said(page)).toHaveText("Single keys now want Alt.");
  await press(page, "Escape");
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "a");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await press(page, "Alt+a");
  await expect(page.getByRole("dialog", { name: "Add effect" })).toBeVisible();
  // What wanted Alt before now wants Shift as well.
  await press(page, "Escape", "Alt+Shift+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(page, "Alt+Shift+m");
  await expect(page.getByRole("menu")).toBeFocused();
  await press(page, "Home", "Enter");
  await expect(said(page)).toHaveText("Single keys work by themselves.");
});

test("keeping answers a name that is taken and an empty chain sensibly", async ({ page }) => {
  await signIn(page, "curator");
  await press(page, "End", "k");
  // Nothing on it: nothing to keep. It is said, the key strip does not offer it, and a name that is typed runs nothing.
  await expect(said(page)).toHaveText("Not possible here: keep as card.");
  await page.keyboard.type("small room");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(strip(page).getByRole("button", { name: /keep/ })).toHaveCount(0);
  await expect(page.getByRole("listbox", { name: "Targets" })).not.toContainText(/solo|muted/);
  // A pause ends the word.
  await page.waitForTimeout(800);
  await add(page, "gain", "Gain");
  await press(page, "k");
  await page.keyboard.type("chapel, LONG");
  await expect(page.getByLabel("Name: what it does")).toHaveValue("chapel, LONG");
  await press(page, "Tab");
  await page.keyboard.type("narration/rooms");
  await press(page, "Enter");
  await expect(
    page.getByRole("alert").filter({ hasText: "There is a card “Chapel, long” in this folder already." }),
  ).toBeVisible();
  await page.getByRole("button", { name: "Keep as its new version instead" }).focus();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept version 2 of “Chapel, long”");
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: kept version 2");
});

test("a card that is kept while another one is auditioned is proved like any other", async ({ page }) => {
  await signIn(page, "sound");
  await press(page, "End");
  await add(page, "high", "High-pass");
  // The answer comes late; the hand does not wait for it.
  await page.route(/commands\/keep-card$/, async (route) => {
    await new Promise((go) => setTimeout(go, 700));
    await route.continue();
  });
  await press(page, "k");
  await page.keyboard.type("Kept in passing");
  await press(page, "Enter", "/");
  await page.keyboard.type("fog");
  await expect(found(page, "Foghorn distance")).toBeVisible();
  await expect(said(page)).toContainText("Kept. Proved on", { timeout: 20_000 });
  await press(page, "Escape");
  await expect(
    page.getByRole("listbox", { name: "Targets" }).getByRole("option", { selected: true }),
  ).toContainText("Kept in passing");
});

test("a value that is nudged until it is right is one change of the history", async ({ page }) => {
  await signIn(page, "sound");
  await press(page, "End", "ArrowUp", "ArrowUp");
  await add(page, "gain", "Gain");
  await saved(page);
  const [, libraryId, , sessionId] = new URL(page.url()).pathname.split("/");
  /** How often the chains of this session were changed. */
  const shaped = async () => {
    const since = `changes?stream=session&sessionId=${sessionId}&since=0`;
    const answer = await page.request.get(`/api/libraries/${libraryId}/${since}`);
    const { changes } = (await answer.json()) as { changes: { command: string }[] };
    return changes.filter((c) => c.command === "set-chain").length;
  };
  const before = await shaped();
  // As a hand does that listens in between.
  for (let i = 0; i < 5; i++) {
    await press(page, "ArrowRight");
    await page.waitForTimeout(350);
  }
  await saved(page);
  expect((await shaped()) - before).toBe(1);
  await press(page, "Escape", "Backspace");
  await expect(said(page)).toContainText("Taken back");
});
