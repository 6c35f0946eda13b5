import { expect } from "@playwright/test";
import { demoPassword } from "../demo/members";
import { press, rendered, said, signIn } from "./desk";
import { test } from "./test";

test("an owner invites by a link, changes roles, and takes it back; a key for scripts works until it is revoked", async ({
  page,
  browser,
  request,
}) => {
  await signIn(page, "owner");
  const libraryId = new URL(page.url()).pathname.split("/")[1];
  await press(page, "Alt+t");
  const members = page.getByRole("listbox", { name: "Members" });
  await expect(members).toBeFocused();

  await press(page, "i");
  await expect(page.getByRole("radio", { name: "Editor" })).toBeFocused();
  await press(page, "ArrowDown", "Enter");
  const link = await page.getByRole("textbox", { name: "Link for one person" }).inputValue();
  await expect(page.getByRole("button", { name: "Copy" })).toBeFocused();
  await press(page, "Escape");
  await expect(page.getByRole("region", { name: "Open invitations" })).toContainText(
    "As viewer, made by owner",
  );

  // Somebody new opens the link on a machine of their own.
  const newcomer = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await newcomer.goto(link);
  await expect(newcomer.getByRole("heading", { name: "Join “Tidal year”" })).toBeVisible();
  await expect(newcomer.getByRole("textbox", { name: "Name" })).toBeFocused();
  await newcomer.keyboard.type("ferry hand");
  await press(newcomer, "Tab");
  await newcomer.keyboard.type("ferry@island.example");
  await press(newcomer, "Tab");
  await newcomer.keyboard.type("rope and tar and salt");
  await press(newcomer, "Enter");
  await rendered(newcomer);
  await expect(members.getByRole("option", { name: /ferry hand/ })).toContainText("viewer");
  // Used up.
  await newcomer.goto(link);
  await expect(newcomer.getByRole("alert").filter({ hasText: "cannot be taken up" })).toBeVisible();
  await newcomer.goto(`/${libraryId}/team`);

  await members.getByRole("option", { name: /ferry hand/ }).dispatchEvent("mousedown");
  await members.focus();
  await press(page, "r");
  await expect(page.getByRole("radio", { name: "Viewer" })).toBeFocused();
  await press(page, "ArrowUp", "Enter");
  await expect(said(page)).toHaveText("Made ferry hand an editor.");
  // What they may do changes under their hands.
  await expect(newcomer.getByRole("button", { name: "ferry hand" })).toHaveAttribute("title", /editor/);
  await press(page, "Backspace");
  await expect(newcomer.getByRole("button", { name: "ferry hand" })).toHaveAttribute("title", /viewer/);

  await press(page, "Delete", "Enter");
  await expect(members.getByRole("option", { name: /ferry hand/ })).toHaveCount(0);
  expect((await newcomer.request.get(`/api/libraries/${libraryId}/replica`)).status()).toBe(404);
  await newcomer.context().close();

  await press(page, "k");
  await page.keyboard.type("Nightly list");
  await press(page, "Enter");
  const token = await page.getByRole("textbox", { name: /Send it as/ }).inputValue();
  await press(page, "Escape");
  const ask = async () =>
    (
      await request.get(`/api/libraries/${libraryId}/replica`, {
        headers: { authorization: `Bearer ${token}` },
      })
    ).status();
  expect(await ask()).toBe(200);
  const keys = page.getByRole("complementary", { name: "Keys for scripts" });
  await expect(keys).toContainText("Nightly list");
  await keys.getByRole("button", { name: "Revoke Nightly list" }).focus();
  await press(page, "Enter");
  await expect(said(page)).toHaveText("The key “Nightly list” is revoked.");
  expect(await ask()).toBe(401);
});

test("a shared machine is handed over, and nothing of who leaves it stays in any tab", async ({
  page,
  context,
}) => {
  await signIn(page, "stills");
  const behind = await context.newPage();
  await behind.goto(page.url());
  await rendered(behind);
  const open = async () => {
    await press(page, "Alt+m");
    await expect(page.getByRole("menuitem", { name: "Another member signs in" })).toBeVisible();
    await expect(page.getByRole("menu")).toBeFocused();
  };
  await open();
  await press(page, "End", "ArrowUp", "ArrowUp", "Enter");
  await expect(page.getByLabel("E-mail")).toBeFocused();
  await page.keyboard.type("picture@island.example");
  await press(page, "Tab");
  await page.keyboard.type(demoPassword);
  await press(page, "Enter");
  await expect(page.getByRole("button", { name: "picture", exact: true })).toBeVisible();
  // The tab that was left open does not act for the one who came.
  await behind.bringToFront();
  await expect(behind.getByRole("button", { name: "picture", exact: true })).toBeVisible();

  await page.bringToFront();
  await open();
  await page.evaluate(() => localStorage.setItem("fichier:last-folder:test", "Rooms"));
  await expect(page.getByRole("menuitem", { name: "Hand over to stills" })).toBeVisible();
  await press(page, "End", "ArrowUp", "ArrowUp", "ArrowUp", "Enter");
  await expect(page.getByRole("button", { name: "stills", exact: true })).toBeVisible();
  expect(
    await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith("fichier:"))),
  ).toEqual([]);
  await expect(behind.getByRole("button", { name: "stills", exact: true })).toBeVisible();

  await open();
  await expect(page.getByRole("menuitem", { name: "Hand over to picture" })).toBeVisible();
  await press(page, "End", "ArrowUp", "Enter");
  await expect(page).toHaveURL(/sign-in/);
  await expect(behind).not.toHaveURL(/stills/);
});

test("signing out on every machine ends the sign-in on another one", async ({ page, browser }) => {
  const elsewhere = await (await browser.newContext()).newPage();
  await signIn(elsewhere, "visitor");
  await signIn(page, "visitor");
  await press(page, "Alt+m");
  await expect(page.getByRole("menu")).toBeFocused();
  await press(page, "End", "Enter");
  await expect(page).toHaveURL(/sign-in/);
  await elsewhere.reload();
  await expect(elsewhere).toHaveURL(/sign-in/);
  await elsewhere.context().close();
});
