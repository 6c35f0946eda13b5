import { expect, type Page } from "@playwright/test";
import { drag, press, said, saved, signIn, toLastFolders, upTo, ask } from "./desk";
import { test } from "./test";

const grid = (page: Page) => page.getByRole("grid", { name: "Cards" });
// In the case in which it is written: what was typed to find it stands there too, where nothing is found.
const row = (page: Page, name: string) =>
  grid(page)
    .getByRole("row")
    .filter({ hasText: new RegExp(name) });
const place = (page: Page, name: string | RegExp) => page.getByRole("treeitem", { name });

/** Opens the library and waits until keys reach its table. */
async function toLibrary(page: Page): Promise<void> {
  await press(page, "Alt+l");
  await expect(grid(page)).toBeFocused();
  await expect(grid(page).getByRole("row").nth(6)).toBeVisible();
}

/** By arrows alone to a place of the index, and back to the table. */
async function toPlace(page: Page, title: string, key: "ArrowDown" | "ArrowUp" = "ArrowDown"): Promise<void> {
  const heading = page.getByRole("heading", { level: 1 });
  const tree = page.getByRole("tree", { name: "Folders and lists" });
  await tree.focus();
  await press(page, key === "ArrowUp" ? "End" : "Home");
  for (let i = 0; i < 80; i++) {
    const before = await heading.innerText();
    if (before === title) break;
    await press(page, key);
    await expect(heading).not.toHaveText(before);
  }
  await expect(heading).toHaveText(title);
  await grid(page).focus();
}

/** By pointer to a place far down the index, and back to the table. */
async function openPlace(page: Page, title: string): Promise<void> {
  await upTo(page, place(page, title));
  await place(page, title).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(title);
  await grid(page).focus();
}

/** Shows only what a query recalls. */
async function filter(page: Page, query: string): Promise<void> {
  await press(page, "/", "Control+a", "Delete");
  await page.keyboard.type(query);
  await press(page, "Enter");
  // The keys may have had to wait for rows.
  await expect(page.getByRole("textbox", { name: "Filter cards" })).toHaveValue(query);
  await expect(grid(page)).toBeFocused();
}
/** And chooses the first of it. */
async function find(page: Page, query: string): Promise<void> {
  await filter(page, query);
  await expect(grid(page).getByRole("row", { selected: true })).toContainText("Chapel");
}
test("five cards get a new tag below another in eight keys and its letters; tags are merged, and parted again", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "Home", ...Array<string>(4).fill("Shift+ArrowDown"), "t");
  await page.keyboard.type("wea");
  await press(page, "/");
  await expect(page.getByRole("combobox", { name: "Tag" })).toHaveValue("weather / ");
  await page.keyboard.type("drizzle");
  await expect(page.getByRole("option", { name: /Make “weather \/ drizzle”/ })).toHaveAttribute(
    "aria-selected",
    "true",
  );
  await press(page, "Enter");
  await expect(page.getByRole("option", { name: /drizzle.*has it/ })).toBeVisible();
  await press(page, "Escape");
  await expect(said(page)).toContainText("Tagged 5 cards weather / drizzle");

  await toPlace(page, "weather / drizzle", "ArrowUp");
  await expect(grid(page).getByRole("row")).toHaveCount(6);
  await press(page, "Shift+u");
  await page.keyboard.type("weather / fog");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Merged tag “drizzle” into “fog”");
  await toPlace(page, "weather / fog", "ArrowUp");
  await expect(grid(page).getByRole("row")).toHaveCount(10);
  await press(page, "Backspace");
  await expect(grid(page).getByRole("row")).toHaveCount(5);
  await toPlace(page, "weather / drizzle", "ArrowUp");
  await expect(grid(page).getByRole("row")).toHaveCount(6);

  // Some of what is selected has it, all have it, none has it.
  await press(page, "Home", "Shift+ArrowDown", "t");
  await page.keyboard.type("fog");
  await press(page, "Enter");
  await page.keyboard.type("fog");
  await expect(page.getByRole("option", { name: /fog.*has it/ })).toBeVisible();
  await press(page, "Escape", "Shift+ArrowDown", "t");
  await page.keyboard.type("fog");
  await expect(page.getByRole("option", { name: /fog.*some have it/ })).toBeVisible();
  await press(page, "Escape", "Backspace", "Backspace");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("All cards");
});

test("a card is put on a list and taken off by one key each, on several by their letters, rated by two, hidden by one and shown again by two", async ({
  page,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("terns, nearer");
  await press(page, "Enter", "Home");
  await expect(row(page, "Terns, nearer")).toHaveAttribute("aria-selected", "true");
  const stamp = (name: string) => row(page, "Terns, nearer").getByRole("img", { name: `marked: ${name}` });
  await press(page, "Shift+q");
  await expect(stamp("Favourites")).toBeVisible();
  await press(page, "Shift+q");
  await expect(stamp("Favourites")).toHaveCount(0);
  await press(page, "f", "l", "o");
  await expect(stamp("Later")).toBeVisible();
  await expect(stamp("Opening reel, the team's")).toBeVisible();
  await expect(page.getByRole("option", { name: /Later.*has it/ })).toBeVisible();
  await press(page, "l", "o");
  await expect(stamp("Later")).toHaveCount(0);
  await expect(stamp("Opening reel, the team's")).toHaveCount(0);

  // A key that is no list's goes on with what it does elsewhere.
  await press(page, "q", "4");
  await expect(row(page, "Terns, nearer").getByRole("img", { name: "4 stars" })).toBeVisible();
  await expect(page.getByRole("complementary", { name: "Chosen card" })).toContainText("4.0 of 1 member");
  await press(page, "q", "0");
  await expect(row(page, "Terns, nearer").getByRole("img", { name: "4 stars" })).toHaveCount(0);

  await press(page, "h");
  await expect(row(page, "Terns, nearer")).toHaveCount(0);
  await press(page, "z");
  await expect(page.getByRole("option", { name: /Terns, nearer/ })).toBeVisible();
  await press(page, "Enter", "Escape");
  await expect(row(page, "Terns, nearer")).toBeVisible();
});

test("twenty cards are filed with twenty letters, the last one is brought back, and the others are seen elsewhere at once", async ({
  page,
  browser,
}) => {
  await signIn(page, "curator");
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(other, "owner");
  const cardIds: string[] = [];
  for (let i = 0; i < 20; i++) {
    const { cardId } = await ask<{ cardId: string }>(page, "keep-card", {
      name: `Pile ${i + 1}`,
      path: "",
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.gain", values: { gain: i / 10 }, on: true, mix: 100 }],
      },
    });
    cardIds.push(cardId);
  }
  await toLibrary(other);
  await toLibrary(page);
  await toPlace(page, "Unfiled");
  await expect(grid(page).getByRole("row")).toHaveCount(21);
  await press(page, "d");
  const desk = page.getByRole("main", { name: "Filing desk" });
  await expect(desk).toContainText("1 of 20");
  const letterOf = async (folder: string) =>
    (
      await desk
        .getByRole("button", { name: new RegExp(`^. ${folder} `) })
        .locator("kbd")
        .innerText()
    ).toLowerCase();
  const [yard, sea] = [await letterOf("Yard"), await letterOf("Foghorn and sea")];
  for (let i = 0; i < 20; i++) await press(page, i % 2 === 0 ? yard : sea);
  await expect(desk).toContainText("All 20 cards are filed.");
  await expect(place(other, /^Unfiled 0$/)).toBeVisible();
  await expect(place(other, /^Yard 15$/)).toBeVisible();
  await expect(place(other, /^Foghorn and sea 18$/)).toBeVisible();

  // The last one comes back and goes elsewhere too.
  await press(page, "Backspace");
  await expect(desk).toContainText("Pile 20");
  await expect(place(other, /^Foghorn and sea 17$/)).toBeVisible();
  await press(page, yard, "Escape");
  await expect(place(page, /^Yard 16$/)).toBeVisible();
  await expect(grid(page)).toBeFocused();
  await ask(page, "withdraw-cards", { cardIds, withdrawn: true });
  await expect(place(page, /^Yard 5$/)).toBeVisible();
  await other.close();
});

test("folders get a sign and an order, refuse what they are not for, and are merged", async ({ page }) => {
  await signIn(page, "curator");
  await toLibrary(page);
  for (const name of ["Reel one", "Reel two"]) {
    await press(page, "Shift+n");
    await page.keyboard.type(name);
    await press(page, "Enter");
    await expect(said(page)).toContainText(`Made folder “${name}”`);
  }
  await openPlace(page, "Reel two");
  await press(page, "Shift+r", "Tab");
  await page.getByRole("radio", { name: "anchor" }).focus();
  await press(page, " ");
  await page.getByRole("checkbox", { name: "photos" }).focus();
  await press(page, " ", "Enter");
  await expect(said(page)).toContainText("Changed folder “Reel two”");
  await press(page, "Shift+Alt+ArrowUp");
  await expect(said(page)).toContainText("Moved folder “Reel two”");

  // A sound is refused there, with the reason, and stays where it is.
  await toPlace(page, "Yard");
  await press(page, "Home", "m");
  await page.keyboard.type("Reel two");
  await press(page, "Enter");
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText(
    "“Reel two” takes cards for photo only",
  );
  await press(page, "Escape");

  await openPlace(page, "Reel one");
  await press(page, "Shift+u");
  await page.keyboard.type("Reel two");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Merged folder “Reel one” into “Reel two”");
  await openPlace(page, "Reel two");
  await press(page, "Shift+Delete", "Enter");
  await expect(said(page)).toContainText("Removed folder “Reel two”");
});

test("a folder is closed and opened by arrows or a press, for oneself alone; a supplied card is copied by one key", async ({
  page,
  browser,
}) => {
  await signIn(page, "curator");
  await toLibrary(page);
  await toPlace(page, "Narration");
  await page.getByRole("tree", { name: "Folders and lists" }).focus();
  const narration = place(page, /^Narration \d+$/);
  await expect(narration).toHaveAttribute("aria-expanded", "true");
  await press(page, "ArrowLeft");
  await expect(narration).toHaveAttribute("aria-expanded", "false");
  await expect(place(page, /^Rooms/)).toHaveCount(0);
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(other, "owner");
  await toLibrary(other);
  await expect(place(other, /^Rooms/)).toBeVisible();
  await other.close();
  // It is so at the next visit too.
  await page.reload();
  await expect(narration).toHaveAttribute("aria-expanded", "false");
  await narration.getByTitle("open").click();
  await expect(place(page, /^Rooms/)).toBeVisible();

  // Where one was is remembered as well.
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Narration");
  await place(page, /^All cards/).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("All cards");
  await grid(page).focus();
  await press(page, "/");
  await page.keyboard.type("voice, clear");
  await press(page, "Enter", "Home", "c");
  await expect(said(page)).toContainText("Copied “Voice, clear”");
  await expect(row(page, "Voice, clear")).toHaveCount(2);
  await press(page, "Backspace");
  await expect(row(page, "Voice, clear")).toHaveCount(1);
});

test("all of it is within a pointer's reach", async ({ page }) => {
  await signIn(page, "curator");
  await page.getByRole("link", { name: "Library" }).click();
  await page.getByRole("textbox", { name: "Filter cards" }).click();
  await page.keyboard.insertText("mallets");
  const card = row(page, "Mallets, harder");
  const choose = async (entry: RegExp) => {
    await card.click({ button: "right" });
    await page.getByRole("menuitem", { name: entry }).click();
  };
  await choose(/^Tag/);
  await page.getByRole("option", { name: /^birds/ }).click();
  await expect(said(page)).toContainText("Tagged “Mallets, harder” birds");
  await page.getByRole("option", { name: /birds.*has it/ }).click();
  await expect(said(page)).toContainText("Took the tag birds from “Mallets, harder”");
  await page.getByRole("dialog").getByRole("button", { name: /^Done/ }).click();

  await choose(/further folders/);
  await page.getByRole("option", { name: /Island outdoors/ }).click();
  await page.getByRole("dialog").getByRole("button", { name: /^Done/ }).click();
  const panel = page.getByRole("complementary", { name: "Chosen card" });
  await panel.getByRole("button", { name: "Island outdoors" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Island outdoors");
  // The filter was about the place before.
  await page.getByRole("textbox", { name: "Filter cards" }).click();
  await page.keyboard.insertText("mallets");
  await expect(card).toBeVisible();

  await choose(/^File .* one by one/);
  const desk = page.getByRole("main", { name: "Filing desk" });
  await expect(desk).toContainText("Mallets, harder");
  await desk.getByRole("button", { name: /^. Yard / }).click();
  await expect(desk).toContainText("All 1 card");
  await desk.getByRole("button", { name: /^leave/ }).click();

  // Dragged onto a tag; then both are taken back from the strip.
  await page.getByRole("treeitem", { name: /^All cards/ }).click();
  await toLastFolders(page);
  await page.mouse.wheel(0, 400);
  await expect(page.getByRole("treeitem", { name: /^birds/ })).toBeVisible();
  await drag(page, card, page.getByRole("treeitem", { name: /^birds/ }));
  await expect(said(page)).toContainText("Tagged “Mallets, harder” birds");
  for (const what of ["Tagged", "Filed"]) {
    await page
      .getByRole("contentinfo", { name: "Keys" })
      .getByRole("button", { name: /take back/ })
      .click();
    await expect(said(page)).toContainText(`Taken back: ${what.toLowerCase()}`);
  }
});

test("an owner erases a withdrawn card for good, by two keys, from everybody's lists", async ({
  page,
  browser,
}) => {
  await signIn(page, "owner");
  await toLibrary(page);
  await find(page, "Chapel, long");
  await press(page, "c");
  await expect(said(page)).toContainText("Copied “Chapel, long”");
  const copy = grid(page).getByRole("row", { name: /Chapel, long 2/ });
  await copy.click();
  // Another member has it before them, on a list of theirs.
  const other = await (await browser.newContext()).newPage();
  await signIn(other, "sound");
  await toLibrary(other);
  await find(other, "Chapel, long 2");
  await press(other, "Shift+q");
  await saved(other);
  // What is in use is not erased.
  await press(page, "Alt+Delete");
  await expect(page.getByRole("dialog")).toBeHidden();
  await press(page, "Delete");
  await expect(copy).toBeHidden();
  await filter(page, "");
  await toPlace(page, "Withdrawn", "ArrowUp");
  await find(page, "Chapel");
  await press(page, "Alt+Delete");
  const dialog = page.getByRole("dialog", { name: "Erase “Chapel, long 2” for good?" });
  await expect(dialog).toContainText("cannot be taken back");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Erased 1 card for good");
  await expect(copy).toBeHidden();
  // Where nothing is found the row that says so repeats what was typed.
  await expect(grid(other)).toContainText("Nothing here answers to");
  await filter(other, "list:Favourites Chapel");
  await expect(grid(other)).toContainText("Nothing here answers to “list:");
  await other.context().close();
});

test("by keyboard: keys pressed before the rows asked for are there wait for them, in their order", async ({
  page,
}) => {
  // Whatever a worker says comes late, as it does on a machine that has much else to do.
  await page.addInitScript(() => {
    const { set } = Object.getOwnPropertyDescriptor(Worker.prototype, "onmessage")!;
    Object.defineProperty(Worker.prototype, "onmessage", {
      set(this: Worker, heard: (event: MessageEvent) => void) {
        set!.call(this, (event: MessageEvent) => void setTimeout(() => heard(event), 400));
      },
    });
  });
  await signIn(page, "curator");
  await toLibrary(page);
  await press(page, "/");
  await page.keyboard.type("voice");
  await press(page, "Enter");
  await expect(row(page, "Voice, clear")).toBeVisible();
  await press(page, "/");
  const field = page.getByRole("textbox", { name: "Filter cards" });
  // The press may wait for rows too; filled in by another way before it is done, the field would get it as a letter.
  await expect(field).toBeFocused();
  await field.fill("");
  await page.keyboard.type("mallets, h");
  await press(page, "Enter", "Home", "q", "4");
  await expect(said(page)).toContainText("Rated “Mallets, harder”");
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back: rated “Mallets, harder”");

  // Also what is then typed.
  await press(page, "/");
  await page.keyboard.type("x");
  await press(page, "Enter", "/");
  await page.keyboard.type("y z");
  await expect(page.getByRole("textbox", { name: "Filter cards" })).toHaveValue("y z");

  // Letters that waited come before those that are typed once the first of them is there.
  const box = page.getByRole("textbox", { name: "Filter cards" });
  await press(page, "Enter", "/");
  await page.keyboard.type("uvw");
  await expect(box).toHaveValue(/u/);
  await page.keyboard.type("st");
  await expect(box).toHaveValue("uvwst");

  // And into a dialog that one of them opens, from one field to the next.
  await press(page, "Control+a", "Delete");
  await page.keyboard.type("fog");
  await press(page, "Enter", "s");
  await page.keyboard.type("Late");
  await press(page, "Tab", "Tab");
  await page.keyboard.type("maker:fog");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("textbox", { name: "Name" })).toHaveValue("Late");
  await expect(dialog.getByRole("combobox", { name: "Query" })).toHaveValue("maker:fog");
  await press(page, "Escape");
});
