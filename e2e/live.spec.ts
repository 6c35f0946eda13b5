import { expect, type Browser, type Page } from "@playwright/test";
import {
  chain,
  eventually,
  found,
  openSession,
  press,
  rendered,
  said,
  saved,
  signIn,
  target,
  toLastFolders,
} from "./desk";
import { test } from "./test";

/** A page of a browser of its own. */
const otherBrowser = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();

test("what one does, the others see at once, and any of it can be taken back from the history", async ({
  page,
  browser,
}) => {
  const other = await otherBrowser(browser);
  await signIn(page, "curator");
  await signIn(other, "owner");
  await openSession(
    other,
    await page.getByRole("combobox", { name: "Session" }).locator("option:checked").innerText(),
  );

  // On the same session: what is applied here is on the bench there, with no hand moved.
  await press(page, "End", "/");
  await page.keyboard.type("kitchen");
  await expect(found(page, "Kitchen table talk")).toHaveAttribute("aria-selected", "true");
  const last = page.getByRole("listbox", { name: "Targets" }).getByRole("option").last();
  const name = (await last.getAttribute("aria-label")) ?? (await last.innerText()).split("\n")[0];
  await press(page, "Enter");
  await expect(target(other, name)).toContainText("Kitchen table talk");

  // In the library: a folder made here is there.
  await press(other, "Alt+l");
  await expect(other.getByRole("grid", { name: "Cards" })).toBeVisible();
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  for (const one of [other, page]) await toLastFolders(one);
  await press(page, "Shift+n");
  await page.keyboard.type("Seen at once");
  await press(page, "Enter");
  await expect(other.getByRole("navigation", { name: "Index" })).toContainText("Seen at once");

  // The other one finds both in the history, sees what they did, and takes the older one back.
  await press(other, "Alt+h");
  const changes = other.getByRole("listbox", { name: "Changes" });
  await expect(changes).toBeFocused();
  await expect(changes.getByRole("option").first()).toContainText("Seen at once");
  await press(other, "ArrowDown");
  await expect(other.getByRole("complementary", { name: "Chosen change" })).toContainText(
    "card nothing → “Kitchen table talk”",
  );
  await press(other, "Backspace");
  await expect(said(other)).toContainText("Taken back: ");
  await expect(changes.getByRole("option").first()).toContainText("Took back: ");
  await press(page, "Alt+b");
  await rendered(page);
  await expect(target(page, name)).not.toContainText("Kitchen table talk");

  // Found by words; what was found stays found while it is taken back.
  await press(other, "/");
  await other.keyboard.type("seen once");
  await expect(changes.getByRole("option")).toHaveCount(1);
  await press(other, "Enter", "Backspace");
  await expect(said(other)).toContainText("Seen at once");
  await saved(other);
  await press(page, "Alt+l");
  await toLastFolders(page);
  await expect(page.getByRole("navigation", { name: "Index" })).not.toContainText("Seen at once");
  await other.context().close();
});

test("the tabs of a browser share one event stream, and another takes over when one is closed", async ({
  page,
  context,
  browser,
}) => {
  const opened: string[] = [];
  context.on("request", (request) => request.url().endsWith("/events") && opened.push(request.url()));
  await signIn(page, "stills");
  const [second, elsewhere] = [await context.newPage(), await otherBrowser(browser)];
  await second.goto(page.url());
  await rendered(second);
  await press(second, "Alt+l");
  await expect(second.getByRole("grid", { name: "Cards" })).toBeFocused();
  expect(opened).toHaveLength(1);
  await toLastFolders(second);

  await signIn(elsewhere, "curator");
  await press(elsewhere, "Alt+l");
  await expect(elsewhere.getByRole("grid", { name: "Cards" })).toBeFocused();
  const make = async (name: string) => {
    await press(elsewhere, "Shift+n");
    await elsewhere.keyboard.type(name);
    await press(elsewhere, "Enter");
  };
  await make("Through the first tab");
  await expect(second.getByRole("navigation", { name: "Index" })).toContainText("Through the first tab");
  await page.close();
  await eventually(() => opened.length).toBe(2);
  await make("Through the second tab");
  await expect(second.getByRole("navigation", { name: "Index" })).toContainText("Through the second tab");
  await press(elsewhere, "Backspace", "Backspace");
  await expect(second.getByRole("navigation", { name: "Index" })).not.toContainText("Through the");
  await elsewhere.context().close();
});

/** Two members on the same target of one session, the second in a browser of their own. */
async function bothAtFirstBlast(page: Page, browser: Browser): Promise<Page> {
  const other = await otherBrowser(browser);
  for (const [desk, who] of [
    [page, "owner"],
    [other, "curator"],
  ] as const) {
    await signIn(desk, who, "The foghorn, laid out");
    await target(desk, "First blast").dispatchEvent("mousedown");
    await expect(desk.getByRole("heading", { name: "First blast" })).toBeVisible();
    await desk.getByRole("listbox", { name: "Targets" }).focus();
  }
  return other;
}

test("two shape one target at once: both are shown, one is kept, the other can be brought back", async ({
  page,
  browser,
}) => {
  const other = await bothAtFirstBlast(page, browser);

  // This browser hears nothing of the other for a moment, as on a bad line.
  await page.route("**/events", (route) => route.abort());
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route("**/commands/set-chain", async (route) => {
    await held;
    await route.continue();
  });
  await press(page, "a");
  await page.keyboard.type("hi");
  await press(page, "Enter");
  await press(other, "a");
  await other.keyboard.type("gain");
  await press(other, "Enter");
  await saved(other);
  letGo();
  const dialog = page.getByRole("dialog", { name: /changed by somebody else/ });
  await expect(dialog).toBeVisible();
  await expect(dialog.getByRole("option", { name: /Yours/ })).toContainText("High-pass");
  await expect(dialog.getByRole("option", { name: /Theirs/ })).toContainText("Gain");
  await page.unroute("**/commands/set-chain");
  await press(page, "ArrowRight", "Enter");
  await expect(dialog).toBeHidden();
  await saved(page);
  await expect(chain(page)).toContainText("Gain");
  // What was left is not lost: doing it again brings it.
  await press(page, "Shift+Backspace");
  await expect(chain(page)).toContainText("High-pass");
  await press(page, "Backspace", "Backspace");
  await saved(page);
  await other.context().close();
});

test("what is put on while cut off is asked for, where somebody else has put on another thing meanwhile", async ({
  page,
  browser,
}) => {
  const other = await bothAtFirstBlast(page, browser);
  const putOn = async (desk: Page, words: string, name: string) => {
    await press(desk, "/");
    await desk.keyboard.type(words);
    await expect(found(desk, name)).toHaveAttribute("aria-selected", "true");
    await press(desk, "Enter");
    await expect(target(desk, "First blast")).toContainText(name);
  };
  // Its content is here.
  await putOn(page, "kitchen", "Kitchen table talk");
  await press(page, "Backspace");
  await expect(target(page, "First blast")).not.toContainText("Kitchen");
  await saved(page);
  await page.context().setOffline(true);
  await putOn(page, "kitchen", "Kitchen table talk");
  await putOn(other, "telephone", "Telephone band");
  await saved(other);
  await page.context().setOffline(false);
  const dialog = page.getByRole("dialog", { name: /changed by somebody else/ });
  await expect(dialog).toBeVisible();
  await expect(target(other, "First blast")).toContainText("Telephone band");
  await press(page, "Enter");
  await expect(dialog).toBeHidden();
  await saved(page);
  for (const desk of [page, other])
    await expect(target(desk, "First blast")).toContainText("Kitchen table talk");
  await press(page, "Backspace");
  await expect(target(page, "First blast")).toContainText("Telephone band");
  await press(other, "Backspace");
  await saved(page);
  await other.context().close();
});
