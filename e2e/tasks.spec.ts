import { expect, type Page } from "@playwright/test";
import {
  ask,
  cardRow,
  chain,
  eventually,
  grid,
  onFirstClip,
  openSession,
  panel,
  press,
  rendered,
  said,
  saved,
  signIn,
  target,
  toLastFolders,
  toLibrary,
} from "./desk";
import { Hand, took } from "./hand";
import { test } from "./test";

/** A card of a gain, in a folder. */
const keep = (page: Page, name: string, gain: number, path = "Counting") =>
  ask<{ cardId: string }>(page, "keep-card", {
    name,
    path,
    chain: { medium: "audio", settings: [{ effect: "audio.gain", values: { gain }, on: true, mix: 100 }] },
  });

/** Puts a card on what is selected, which is no task of its own. */
async function put(page: Page, name: string): Promise<void> {
  await press(page, "/");
  await page.keyboard.type(name);
  await expect(page.getByRole("listbox", { name: "Cards found" }).getByRole("option").first()).toContainText(
    name,
  );
  await press(page, "Enter");
  await expect(said(page)).toContainText(`“${name}” on`);
}

test("on the bench, by keyboard: keeping, and what recalls", async ({ page }) => {
  await signIn(page, "sound");
  await onFirstClip(page);
  await keep(page, "Kelp line", -3);
  await put(page, "Kelp line");
  const hand = new Hand(page);
  await hand.press("k");
  await hand.type("Slipway spaces/Wet planks");
  await hand.press("Enter");
  took(1, hand.count());
  await expect(chain(page)).toContainText(/Slipway spaces.*Wet planks/);

  // The next clip has a chain of its own, which is kept as well.
  await press(page, "ArrowDown");
  await rendered(page);
  await put(page, "Kelp line");
  await hand.press("k");
  await hand.type("Dry planks");
  await hand.press("Enter");
  took(2, hand.count());
  await expect(chain(page)).toContainText(/Slipway spaces.*Dry planks/);

  // An alias; and by it on the first one again, where the member wants its last letter to act.
  await hand.press("n");
  await hand.type("dpk");
  await hand.press("Enter");
  took(8, hand.count());
  await expect(said(page)).toContainText("“dpk” now recalls “Dry planks”");
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.patch(`/api/libraries/${libraryId}/settings`, {
    data: { aliasesAct: true },
  });
  expect(answer.status()).toBe(200);
  await page.reload();
  await rendered(page);
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await press(page, "Home");
  await hand.press("/");
  await hand.type("dpk");
  await expect(chain(page)).toContainText("Dry planks");
  took(8.1, hand.count());
  await saved(page);
});

test("on the bench, by keyboard: series, beginnings, lists", async ({ page }) => {
  await signIn(page, "sound");
  const { sessionId } = await ask<{ sessionId: string }>(page, "create-session", { name: "Three series" });
  for (const name of ["Keelson 1", "Mooring, low 1", "Keelson 2", "Buoy_0007", "Mooring, low 2", "Buoy_0008"])
    await ask(page, "add-group", { sessionId, kind: "bus", name });
  for (const [i, key] of ["5", "6", "7"].entries()) {
    const { cardId } = await keep(page, `Series look ${key}`, -2 - i);
    // Tests before it may have left something on these.
    await ask(page, "bind-key", { cardId, key, takeOver: true });
  }
  await openSession(page, "Three series");
  await rendered(page);
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  await press(page, "Home");
  const hand = new Hand(page);
  await hand.press("=", "5", "=", "6", "=", "7");
  took(23, hand.count());
  const look = (name: string) => target(page, name);
  for (const [name, by] of [
    ["Keelson 2", "Series look 5"],
    ["Mooring, low 2", "Series look 6"],
    ["Buoy_0007", "Series look 7"],
    ["Buoy_0008", "Series look 7"],
  ])
    await expect(look(name)).toContainText(by);

  for (const key of ["5", "6", "7"]) await ask(page, "bind-key", { key, cardId: null });

  // One key to the chain; what is set there is where the effect begins.
  await hand.press("Shift+F6", "Shift+n");
  took(31, hand.count());
  await expect(said(page)).toContainText("Gain begins with the values that were set");
  await targets.focus();
  await press(page, "a");
  await page.keyboard.type("Gain");
  await expect(page.getByRole("dialog").getByRole("option").first()).toContainText("begins with");
  await press(page, "Escape");

  await targets.focus();
  await hand.press("/");
  await hand.type("Series look 6");
  await hand.press("Alt+q");
  await hand.type("Telephone band");
  await hand.press("Alt+q");
  took(27, hand.count());
  const first = page.getByRole("listbox", { name: "Cards found" }).getByRole("option").first();
  for (const name of ["Series look 6", "Telephone band"]) {
    await page.keyboard.type(name);
    await expect(first).toContainText(name);
    await expect(first.getByRole("img", { name: "marked: Favourites" })).toBeVisible();
    await press(page, "Control+a");
  }
  await press(page, "Escape");

  await hand.press("Alt+0");
  await hand.type("Clean: de-cl, hum, high-p");
  await hand.press("Enter");
  await hand.type("Shape: eq, compressor, de-ess");
  await hand.press("Enter");
  await hand.type("Room: plate, delay, spring");
  await hand.press("Enter");
  await hand.type("Last: limiter, gain; is:used");
  await hand.press("Control+Enter");
  took(26, hand.count());
  await expect(page.getByRole("list", { name: "Stages" }).getByRole("button")).toHaveText([
    /Clean/,
    /Shape/,
    /Room/,
    /Last/,
  ]);
  await expect(said(page)).toContainText("Your stages are kept.");
});

test("on the bench, by keyboard: a chain from the bar, families of aliases, returns", async ({ page }) => {
  await signIn(page, "sound");
  const { sessionId } = await ask<{ sessionId: string }>(page, "create-session", { name: "Six in a row" });
  const names = ["Oar, port", "Oar, starboard", "Thwart", "Rowlock"];
  await ask(page, "add-group", { sessionId, kind: "track", names });
  for (const [i, part] of ["u", "s", "p", "t"].entries()) {
    const { cardId } = await keep(page, "Ebb tide", -3 - i, `Ebb ${part}`);
    await ask(page, "set-alias", { cardId, text: `eb${part}` });
  }
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.patch(`/api/libraries/${libraryId}/settings`, {
    data: { aliasesAct: true },
  });
  expect(answer.status()).toBe(200);
  await openSession(page, "Six in a row");
  await page.reload();
  await rendered(page);
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  await press(page, "Home");
  const hand = new Hand(page);
  await hand.press("/");
  for (const effect of ["high-pass", "de-esser", "compressor", "parametric", "plate"])
    await hand.type(`${effect}+`);
  await hand.type("limiter+");
  await hand.press("Enter", "k");
  await hand.type("Rowing/All six = rsx");
  await hand.press("Enter");
  took(18, hand.count());
  await expect(chain(page)).toContainText(/Rowing.*All six/);
  // Each gave one setting or more.
  const settings = chain(page).getByRole("list", { name: "Settings" }).getByRole("listitem");
  await eventually(() => settings.count()).toBeGreaterThanOrEqual(6);
  // It is closed once the alias is given.
  await expect(page.getByRole("dialog", { name: "Keep as card" })).toBeHidden();
  await targets.focus();
  await press(page, "End");
  await hand.press("/");
  await hand.type("rsx");
  took(18.1, hand.count());
  await expect(target(page, "Rowlock")).toContainText("All six");

  await hand.press("/");
  await hand.type("ebs");
  took(9, hand.count());
  await expect(target(page, "Rowlock")).toContainText("Ebb tide");
  await expect(chain(page)).toContainText("Ebb s");

  await targets.focus();
  await press(page, "Control+a");
  await hand.press("Alt+g");
  await hand.type("Room, Plate, Hall, Slap, Long");
  await hand.press("Tab", "r", "Enter");
  took(19, hand.count());
  await expect(said(page)).toContainText("fed by 4 tracks");
  await expect(targets.getByRole("option")).toHaveCount(9);
  await saved(page);
});

test("in the library, by keyboard: folders", async ({ page }) => {
  await signIn(page, "curator");
  for (const [i, name] of ["Keel sound", "Keel, wet", "Keels afar"].entries())
    await keep(page, name, -6 - i, "Boatyard");
  await toLibrary(page);
  const hand = new Hand(page);
  const heading = page.getByRole("heading", { level: 1 });
  const folder = (name: RegExp) => page.getByRole("treeitem", { name });

  await hand.press("/");
  await hand.type("keel");
  await hand.press("Shift+ArrowDown", "m");
  await hand.type("Boatyard/Ribs");
  await hand.press("Enter");
  took(28, hand.count());
  await expect(said(page)).toContainText("Filed 2 cards in Boatyard / Ribs");

  await toLastFolders(page);
  await folder(/^Boatyard/).click();
  await expect(heading).toHaveText("Boatyard");
  // The focus is in the tree; one key goes to the table.
  await press(page, "F6");
  await expect(grid(page)).toBeFocused();
  await press(page, "Home");
  await hand.press("Shift+ArrowDown", "m");
  await hand.type("Careening grid");
  await hand.press("Enter");
  took(6, hand.count());
  await expect(said(page)).toContainText("Filed 2 cards in Careening grid");

  await toLastFolders(page);
  await folder(/^Careening grid/).click();
  await expect(heading).toHaveText("Careening grid");
  await hand.press("Shift+h");
  took(25, hand.count());
  await expect(folder(/^Careening grid/)).toHaveCount(0);
  await hand.press("Backspace");
  took(25.1, hand.count());
  await toLastFolders(page);
  await expect(folder(/^Careening grid/)).toBeVisible();

  // Round the parts of the screen, and back to where one was.
  await grid(page).focus();
  await press(page, "Shift+F6");
  await expect(page.getByRole("tree", { name: "Folders and lists" })).toBeFocused();
  await press(page, "F6", "F6");
  await expect(panel(page).locator(":focus")).toHaveCount(1);
  await press(page, "Shift+F6");
  await expect(grid(page)).toBeFocused();
  await press(page, "Alt+b");
  await rendered(page);
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  await press(page, "F6", "F6");
  await expect(chain(page).locator(":focus")).toHaveCount(1);
  await press(page, "F6");
  await expect(targets).toBeFocused();
});

test("in the library, by keyboard: searches, lists and tags", async ({ page }) => {
  await signIn(page, "curator");
  for (let i = 1; i <= 6; i++) await keep(page, `Shoal ${i}`, -20 - i, "Shoals");
  await keep(page, "Tarn at noon", -1);
  await keep(page, "Tarnished rail", -2);
  await keep(page, "Tarns above", -4);
  await keep(page, "Tarn bridge", -5);
  await toLibrary(page);
  const hand = new Hand(page);
  const heading = page.getByRole("heading", { level: 1 });
  const names = grid(page).getByRole("row");

  await hand.press("/");
  await hand.type("tarn*");
  await hand.press("Alt+s", "Enter");
  took(10, hand.count());
  await expect(heading).toHaveText("tarn");
  await expect(names).toHaveCount(5);

  await cardRow(page, "Tarnished rail").click();
  await grid(page).focus();
  await hand.press("-");
  await expect(names).toHaveCount(4);
  await expect(cardRow(page, "Tarns above")).toHaveAttribute("aria-selected", "true");
  await hand.press("-");
  took(11, hand.count());
  await expect(names).toHaveCount(3);

  await page.getByRole("treeitem", { name: /^All cards/ }).click();
  await expect(heading).toHaveText("All cards");
  await grid(page).focus();
  await hand.press("/");
  await hand.type("shoal");
  await hand.press("ArrowDown", "Control+a", "t");
  await hand.type("shallows");
  await hand.press("Control+Enter");
  took(32, hand.count());
  await expect(page.getByRole("treeitem", { name: /^shallows 6/ }).first()).toBeVisible();

  await page.getByRole("treeitem", { name: /^All cards/ }).click();
  await expect(heading).toHaveText("All cards");
  await grid(page).focus();
  await hand.press("/");
  await hand.type("tarn -bridge");
  await hand.press("Alt+s", "Enter");
  took(12, hand.count());
  await expect(heading).toHaveText("tarn without bridge");
  await expect(names).toHaveCount(2);

  // The table has its one card chosen.
  await grid(page).focus();
  const stamp = (name: string) => cardRow(page, "Tarn at noon").getByRole("img", { name: `marked: ${name}` });
  await hand.press("Shift+q");
  took(13, hand.count());
  await expect(stamp("Favourites")).toBeVisible();
  await hand.press("Shift+q");
  took(13.1, hand.count());
  await expect(stamp("Favourites")).toHaveCount(0);

  await hand.press("Shift+l");
  await hand.type("Winter, Jetty, Machines, Quiet");
  await hand.press("Enter");
  took(14, hand.count());
  await expect(page.getByRole("treeitem", { name: /^marked: Quiet/ })).toBeVisible();

  await hand.press("f", "j", "q");
  took(15, hand.count());
  await expect(stamp("Jetty")).toBeVisible();
  await expect(stamp("Quiet")).toBeVisible();
  await press(page, "Escape");

  await hand.press("t");
  await hand.type("weather, birds, fog, weather / slack");
  await hand.press("Enter");
  took(20, hand.count());
  for (const tag of ["birds", "weather / fog", "weather / slack"])
    await expect(panel(page)).toContainText(tag);
  await press(page, "Escape");

  await hand.press("s");
  await hand.type("tag:slack is:used OR tag:slack -bridge");
  await hand.press("Shift+Tab");
  await hand.type("slk");
  await hand.press("Enter");
  took(16, hand.count());
  await expect(heading).toHaveText("slack used or slack without bridge");
  await press(page, "Alt+b");
  await rendered(page);
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  await page.request.patch(`/api/libraries/${libraryId}/settings`, {
    data: { aliasesAct: true },
  });
  await page.reload();
  await rendered(page);
  await hand.press("/");
  await hand.type("slk");
  await expect(page.getByRole("dialog", { name: "Find and apply" })).toContainText("within slack");
  took(16.1, hand.count());
  await press(page, "Escape");

  // On a sound: one of what the search holds.
  await onFirstClip(page);
  await hand.press("/");
  await hand.type("slk?");
  await expect(said(page)).toContainText("“Tarn at noon” on");
  took(17, hand.count());
  await saved(page);
});
