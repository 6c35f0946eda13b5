import { expect, type Page } from "@playwright/test";
import { press, said, signIn, toLastFolders } from "./desk";
import { test } from "./test";

const row = (page: Page, name: string) =>
  page.getByRole("grid", { name: "Cards" }).getByRole("row").filter({ hasText: name });
const place = (page: Page, name: string) => page.getByRole("treeitem", { name });
/** The first field of the dialog that is open. */
const dialogField = (page: Page) => page.getByRole("dialog").locator("input").first();
const card = (page: Page) => page.getByRole("complementary", { name: "Chosen card" });

test("a curator tidies by keyboard, and takes it back", async ({ page }) => {
  await signIn(page, "curator");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();

  // Filter, choose, rename.
  await press(page, "/");
  await page.keyboard.type("wood");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("All cards");
  await expect(row(page, "Wood close")).toBeVisible();
  await press(page, "Enter", "Home", "r");
  await page.keyboard.type("Wood, near");
  await expect(dialogField(page)).toHaveValue("Wood, near");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Renamed “Wood close” to “Wood, near”");
  await expect(card(page)).toContainText("Wood, near");

  // File into a new folder, mark, alias, key.
  await press(page, "m");
  await page.keyboard.type("Yard / Hull");
  await expect(dialogField(page)).toHaveValue("Yard / Hull");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Filed “Wood, near” in Yard / Hull");
  await expect(place(page, "Hull")).toBeVisible();
  await press(page, "Shift+q");
  await expect(card(page).getByRole("img", { name: "marked: Favourites" })).toBeVisible();
  await press(page, "n");
  await page.keyboard.type("wn");
  await expect(dialogField(page)).toHaveValue("wn");
  await press(page, "Enter");
  await expect(said(page)).toContainText("“wn” now recalls");
  await press(page, "g");
  await page.keyboard.type("h");
  await expect(dialogField(page)).toHaveValue("h");
  await press(page, "Enter");
  await expect(said(page)).toContainText("The key h now applies");
  await expect(row(page, "Wood, near")).toContainText("wn");
  await expect(row(page, "Wood, near")).toContainText("W");

  // Withdraw and take back.
  await press(page, "Delete");
  await expect(row(page, "Wood, near")).toHaveCount(0);
  await press(page, "Backspace");
  await expect(row(page, "Wood, near")).toBeVisible();
  await press(page, "/", "Escape");

  // What would be refused is said at its field and not sent.
  const sent: string[] = [];
  page.on("request", (request) => request.method() === "POST" && sent.push(request.url()));
  const alert = page.getByRole("dialog").getByRole("alert");
  await press(page, "Shift+N", "Enter");
  await expect(alert).toHaveText("✕ Give the folder a name.");
  await expect(dialogField(page)).toBeFocused();
  await expect(dialogField(page)).toHaveAttribute("aria-invalid", "true");
  await page.keyboard.type("x".repeat(201));
  await expect(alert).toContainText("at most 200 characters; this one has 201.");
  await press(page, "Backspace");
  await expect(alert).toHaveCount(0);
  await press(page, "Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  expect(sent).toEqual([]);

  // Folders: make, rename, move, remove with what is in it kept.
  await press(page, "Shift+N");
  await page.keyboard.type("Season two");
  await expect(dialogField(page)).toHaveValue("Season two");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Made folder “Season two”");
  await page.getByRole("tree").focus();
  await press(page, "Home");
  for (
    let i = 0;
    i < 40 && !((await place(page, "Yard").first().getAttribute("aria-selected")) === "true");
    i++
  )
    await press(page, "ArrowDown");
  await press(page, "Shift+R");
  await page.keyboard.type("Restoration yard");
  await expect(dialogField(page)).toHaveValue("Restoration yard");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Restoration yard");
  await press(page, "Shift+M");
  await page.keyboard.type("Nowhere at all");
  await press(page, "Enter");
  await expect(alert).toHaveText("✕ There is no such folder yet. Make it first, or choose another.");
  await press(page, "Control+a");
  await page.keyboard.type("Season two");
  await expect(dialogField(page)).toHaveValue("Season two");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Season two / Restoration yard");
  await press(page, "Shift+Delete");
  await expect(page.getByText("Only the folder goes. What lies in it moves to Season two.")).toBeVisible();
  await press(page, "Enter");
  await expect(place(page, "Restoration yard")).toHaveCount(0);
  // Only the lines in sight are drawn: the last folders are near the end.
  await toLastFolders(page);
  await expect(place(page, "Hull")).toHaveAttribute("aria-level", "2");
  for (let i = 0; i < 4; i++) await press(page, "Backspace");
  await expect(place(page, "Yard").first()).toHaveAttribute("aria-level", "1");
  await expect(place(page, "Season two")).toHaveCount(0);
});

test("supplied cards stay as they are, and a viewer is offered no changes", async ({ page }) => {
  await signIn(page, "visitor");
  await press(page, "Alt+l");
  const strip = page.getByRole("contentinfo", { name: "Keys" });
  await expect(strip).toContainText("mark");
  for (const word of ["rename", "withdraw", "new folder"]) await expect(strip).not.toContainText(word);
  await page.context().clearCookies();
  await signIn(page, "curator");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await press(page, "/");
  await page.keyboard.type("Telephone");
  await expect(row(page, "Telephone band")).toBeVisible();
  await press(page, "Enter", "Home");
  await expect(card(page)).toContainText("supplied with Fichier");
  await expect(strip).not.toContainText("rename");
  // The letters of the name that would have been typed run nothing.
  const [before] = (await card(page).innerText()).split("\n");
  await page.keyboard.type("rhxc");
  await expect(said(page)).toHaveText(/is a supplied card and stays as it is/);
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  expect((await card(page).innerText()).split("\n")[0]).toBe(before);
});

test("keys are about what has the focus: no card while that is in the index, the chosen card again after it", async ({
  page,
}) => {
  await signIn(page, "curator");
  await press(page, "Alt+l");
  const grid = page.getByRole("grid", { name: "Cards" });
  await expect(grid).toBeFocused();
  await press(page, "Home");
  const index = page.getByRole("tree", { name: "Folders and lists" });
  const renaming = page.getByRole("dialog", { name: /^Rename/ });
  await index.focus();
  await page.keyboard.type("r");
  await press(page, "Delete");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(said(page)).not.toContainText("Withdrew");
  // The focus goes on to the table.
  await grid.focus();
  await press(page, "r");
  await expect(renaming).toBeVisible();
  await press(page, "Escape");
  // The index goes with the focus in it: the filing desk opens over both.
  await index.focus();
  await press(page, "d");
  await expect(page.getByRole("heading", { name: /^Filing desk/ })).toBeVisible();
  await press(page, "Escape");
  await expect(grid).toBeFocused();
  await press(page, "r");
  await expect(renaming).toBeVisible();
  await press(page, "Escape");
});

test("where one is in the library is in its address: loaded again, by Back, and after the bench", async ({
  page,
}) => {
  await signIn(page, "curator");
  await press(page, "Alt+l");
  const grid = page.getByRole("grid", { name: "Cards" });
  const filter = page.getByRole("textbox", { name: "Filter cards" });
  const heading = page.getByRole("heading", { level: 1 });
  const chosen = grid.getByRole("row", { selected: true });
  await expect(grid).toBeFocused();
  await place(page, "Narration").click();
  await expect(heading).toHaveText("Narration");
  await press(page, "/");
  await page.keyboard.type("r");
  // Enter goes to the first of what is found; from there on by arrows.
  await press(page, "Enter", "ArrowDown");
  await expect(filter).toHaveValue("r");
  // The keys waited for the rows; above the first one is the head.
  await expect(grid.getByRole("row").nth(2)).toHaveAttribute("aria-selected", "true");
  const second = (await chosen.getByRole("gridcell").first().innerText()).split("\n")[0];
  const isAsLeft = async () => {
    await expect(heading).toHaveText("Narration");
    await expect(filter).toHaveValue("r");
    await expect(chosen).toContainText(second);
  };
  await isAsLeft();
  await expect(page).toHaveURL(/place=folder.*&filter=r.*&card=/);
  await page.reload();
  await isAsLeft();
  await press(page, "Alt+b");
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeVisible();
  await press(page, "Alt+l");
  await isAsLeft();
  // The filter belongs to its place.
  await place(page, "Unfiled").click();
  await expect(heading).toHaveText("Unfiled");
  await expect(filter).toHaveValue("");
  await page.goBack();
  await isAsLeft();
  await page.goForward();
  await expect(heading).toHaveText("Unfiled");
  await page.goBack();
  await page.goBack();
  await expect(page.getByRole("listbox", { name: "Targets" })).toBeVisible();
});

test("what is typed while the page still loads is typed where it was meant, and nothing of it runs as a command", async ({
  page,
}) => {
  await signIn(page, "curator");
  await press(page, "Alt+l", "/");
  const filter = page.getByLabel("Filter cards");
  await expect(filter).toBeFocused();
  await page.route("**/_next/static/chunks/**", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 400));
    await route.continue();
  });
  await page.reload({ waitUntil: "commit" });
  await page.waitForFunction(() => document.body?.innerText.includes("Opening the library"));
  // No script of the page's own has come yet.
  expect(await page.evaluate(() => window.firstPresses !== undefined)).toBe(true);
  await page.keyboard.type("/d", { delay: 20 });
  // Over what is loaded next, piece by piece, a slow typist goes on.
  await page.keyboard.type("eadfog", { delay: 300 });
  await expect(filter).toHaveValue("deadfog");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.getByRole("grid", { name: "Cards" })).toBeVisible();
  // The same from one place to another.
  await press(page, "Escape", "Alt+b", "/", "f", "o", "g");
  await expect(page.getByRole("combobox", { name: "Find a card" })).toHaveValue("fog");
});
