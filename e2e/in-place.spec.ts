import { expect, type Page } from "@playwright/test";
import { ask, chain, found, press, said, saved, strip, toFirstClip } from "./desk";
import { test } from "./test";

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const rows = (page: Page) => targets(page).getByRole("option");
const lead = (page: Page) => targets(page).getByRole("option", { selected: true });
const playing = (page: Page) => page.locator("[data-playing=true]");
const times = (page: Page) => page.getByRole("region", { name: "Viewer" }).getByText(/^\d\d:\d\d\.\d\d – /);

test("by keyboard: a click is heard, a second around it marked, and one key takes it out while it plays on", async ({
  page,
}) => {
  await toFirstClip(page);
  const before = await rows(page).count();
  const name = await page.getByRole("region", { name: "Viewer" }).getByRole("heading").innerText();
  await press(page, "Space");
  await expect(playing(page)).toBeVisible();
  await press(page, "Shift+m");
  await expect(times(page)).toHaveText(/^00:0(\d)\.(\d\d) – 00:0(?!\1)\d\.\2 /);
  const marked = await times(page).innerText();

  // One key from here.
  await press(page, "9");
  await expect(said(page)).toContainText(`“Click out” on “${name}”`, { timeout: 60_000 });
  await expect(rows(page)).toHaveCount(before + 2);
  await expect(lead(page)).toContainText("rendered in place");
  await expect(playing(page)).toBeVisible();
  // What is marked is still what is heard: of the piece, from its beginning on.
  await expect(times(page)).toHaveText(/^00:00\.00 – 00:01\.00 /);
  await expect(chain(page).getByRole("region", { name: "Rendered in place" })).toContainText(
    "“Shellac, mended”, version 1",
  );

  // All of it is one change.
  await press(page, "Backspace");
  await expect(said(page)).toContainText("Taken back");
  await expect(rows(page)).toHaveCount(before);
  await expect(times(page)).toHaveText(marked);
  await expect(playing(page)).toBeVisible();
  await press(page, "Space");
  await saved(page);
});

test("by keyboard: a card comes onto the range alone, and the piece is rendered and brought back", async ({
  page,
}) => {
  await toFirstClip(page);
  const before = await rows(page).count();
  await press(page, "/");
  await page.keyboard.type("phone from");
  await expect(found(page, "Phone from the ferry").first()).toBeVisible();
  await press(page, "Control+Alt+Shift+Enter");
  await expect(said(page)).toContainText(/“.*” on a range of “/);
  await expect(rows(page)).toHaveCount(before + 2);
  await expect(lead(page)).not.toContainText("no card");
  await saved(page);

  await press(page, "Shift+r");
  await expect(said(page)).toContainText(/Rendered “.*” in place/, { timeout: 60_000 });
  await expect(lead(page)).toContainText("rendered in place · no card");
  // It is kept as a routine like any other step.
  await press(page, "Shift+b");
  await expect(said(page)).toContainText("Brought back what");
  await expect(lead(page)).not.toContainText("rendered in place");
  await expect(lead(page)).not.toContainText("no card");
  for (const left of [before + 2, before + 2, before]) {
    await press(page, "Backspace");
    await expect(said(page)).toContainText("Taken back");
    await expect(rows(page)).toHaveCount(left);
  }
  await saved(page);
});

test("by pointer: cut, rendered in place and brought back from the menus", async ({ page }) => {
  await toFirstClip(page);
  const before = await rows(page).count();
  await ask(page, "apply-card", {
    sessionId: page.url().split("/").at(-1),
    targetIds: [(await lead(page).getAttribute("id"))!.replace("target-", "")],
    cardId: await cardNamed(page, "Wind off"),
  });
  await expect(chain(page).getByRole("heading", { name: "Wind off" })).toBeVisible();
  const entry = async (name: string | RegExp) => {
    await lead(page).click({ button: "right" });
    await page.getByRole("menu").getByRole("menuitem", { name }).click();
  };
  await entry(/^Cut “.*” at the ends of the range/);
  await expect(rows(page)).toHaveCount(before + 2);
  await entry(/^Render “.*” in place/);
  await expect(said(page)).toContainText(/Rendered “.*” in place/, { timeout: 60_000 });
  const origin = chain(page).getByRole("region", { name: "Rendered in place" });
  await expect(origin).toContainText("“Wind off”, version 1");
  await origin.getByRole("button", { name: /bring back/ }).click();
  await expect(origin).toBeHidden();
  await expect(chain(page).getByRole("heading", { name: "Wind off" })).toBeVisible();
  for (let i = 0; i < 4; i++) {
    await strip(page)
      .getByRole("button", { name: /take back/ })
      .click();
    await expect(said(page)).toContainText("Taken back");
    await saved(page);
  }
  await expect(rows(page)).toHaveCount(before);
});

/** The id of a card, as a search of the server's finds it. */
async function cardNamed(page: Page, name: string): Promise<string> {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.get(
    `/api/libraries/${libraryId}/search?q=${encodeURIComponent(`"${name}"`)}`,
  );
  const { cards } = (await answer.json()) as { cards: { id: string; name: string }[] };
  return cards.find((card) => card.name === name)!.id;
}
