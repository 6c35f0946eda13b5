import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { found, press, rendered, signIn } from "./desk";
import { test } from "./test";

/** Nothing that axe can find, by WCAG 2.2 A and AA and its own good practice; of a dialog alone where the view behind it was looked at. */
async function clean(page: Page, within?: string): Promise<void> {
  const builder = new AxeBuilder({ page });
  if (within) builder.include(within);
  const { violations } = await builder
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"])
    .analyze();
  expect(
    violations.map((v) => `${v.id}: ${v.nodes.map((n) => `${n.html} (${n.failureSummary})`).join("; ")}`),
  ).toEqual([]);
}

test("axe finds nothing on any view", async ({ page }) => {
  test.setTimeout(180_000);
  await page.goto("/sign-in");
  await clean(page);
  await signIn(page, "owner");
  await clean(page);
  // On material that the other tests leave alone.
  await press(page, "End", "ArrowUp", "/");
  await page.keyboard.type("small har");
  await expect(found(page, "Small harbour room")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(page.getByRole("complementary", { name: "Chain" })).toContainText("Small harbour room");
  await page
    .getByRole("button", { name: /^Parametric EQ/ })
    .last()
    .focus();
  await press(page, "Enter");
  await clean(page);
  await press(page, "/");
  await page.keyboard.type("pl");
  await expect(page.locator("[data-query=pl]")).toBeVisible();
  await clean(page);
  await press(page, "Escape", "k");
  await expect(page.getByRole("dialog")).toBeVisible();
  await press(page, "Tab", "ArrowDown");
  await clean(page, "dialog[open]");
  await press(page, "Escape", "Escape", "a");
  await expect(page.getByRole("dialog", { name: "Add effect" })).toBeVisible();
  await clean(page, "dialog[open]");
  await press(page, "Escape", "Alt+PageDown");
  await expect(page.getByTestId("after")).toBeVisible();
  await rendered(page);
  await press(page, "a");
  await page.keyboard.type("tone");
  await press(page, "Enter");
  await clean(page);
  await press(page, "Escape", "Escape", "w", "z");
  await expect(page.getByTestId("scopes")).toHaveAttribute("aria-busy", "false");
  await expect(page.getByRole("group", { name: "Picture at full size: arrow keys move it" })).toBeFocused();
  await clean(page);
  await press(page, "z", "w", "Alt+PageDown");
  await expect(page.getByRole("img", { name: "Timeline" }).or(page.locator("[data-zoom]"))).toBeVisible();
  await page.getByRole("option", { name: /^group Ambience/ }).dispatchEvent("mousedown");
  await expect(page.getByRole("img", { name: "Timeline of 5 clips" })).toBeVisible();
  await rendered(page);
  await clean(page);
  await press(page, "t");
  await expect(page.getByRole("combobox", { name: "Goes to" })).toBeFocused();
  await clean(page);
  await press(page, "Escape", "Alt+PageUp");
  await expect(page.getByTestId("after")).toBeVisible();
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeVisible();
  await clean(page);
  await press(page, "n");
  await expect(page.getByRole("dialog")).toBeVisible();
  await clean(page, "dialog[open]");
  await press(page, "Escape", "Alt+k");
  await expect(page.getByRole("grid", { name: /^Keys alone/ })).toBeFocused();
  await clean(page);
  await press(page, "4", "Enter");
  await expect(page.getByRole("dialog", { name: "4 stands for" })).toBeVisible();
  await clean(page, "dialog[open]");
  await press(page, "Escape", "Alt+h");
  await expect(
    page.getByRole("list", { name: "What it changed" }).getByRole("listitem").first(),
  ).toBeVisible();
  await clean(page);
  await press(page, "Alt+t");
  await expect(page.getByRole("listbox", { name: "Members" })).toBeFocused();
  await clean(page);
  await press(page, "i");
  await expect(page.getByRole("radio", { name: "Editor" })).toBeFocused();
  await clean(page, "dialog[open]");
  await page.goto("/reference");
  await expect(page.getByRole("heading", { name: "Command keep-card" })).toBeVisible();
  await clean(page);
  await page.goto("/join/not-a-token");
  await expect(page.getByRole("heading", { name: "This link does not work" })).toBeVisible();
  await clean(page);
});

test("nobody gets in without signing in, and signing out ends it", async ({ page }) => {
  await page.goto("/sign-in?next=//elsewhere.example");
  await page.keyboard.type("sound@island.example");
  await press(page, "Tab");
  await page.keyboard.type("not the password");
  await press(page, "Enter");
  await expect(
    page.getByRole("alert").filter({ hasText: "E-mail and password do not belong together" }),
  ).toBeVisible();
  await signIn(page, "sound");
  const bench = page.url();
  await page.getByRole("button", { name: "sound", exact: true }).focus();
  await press(page, "Enter");
  await expect(page.getByRole("menuitem", { name: "Sign out", exact: true })).toBeVisible();
  await press(page, "End", "ArrowUp", "Enter");
  await expect(page).toHaveURL(/sign-in/);
  await page.goto(bench);
  await expect(page).toHaveURL(/sign-in/);
});

test("the page is isolated from other origins and asks nobody else for anything", async ({
  page,
  baseURL,
}) => {
  const foreign: string[] = [];
  page.on(
    "request",
    (r) => !r.url().startsWith(baseURL!) && !/^(data|blob):/.test(r.url()) && foreign.push(r.url()),
  );
  const copies: string[] = [];
  page.on("request", (r) => r.url().endsWith("/replica") && copies.push(r.url()));
  await signIn(page, "sound");
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  expect(foreign).toEqual([]);
  // The page asks for the library while its scripts load, and these take that answer.
  expect(copies.length).toBe(1);
});

test("the pages may compile the kernels, which else would silently be replaced by slow twins", async ({
  page,
}) => {
  await page.goto("/");
  const compiled = () =>
    page.evaluate(async () => {
      const nothing = "new WebAssembly.Module(new Uint8Array([0, 97, 115, 109, 1, 0, 0, 0]))";
      const worker = new Worker(
        URL.createObjectURL(
          new Blob([`try { ${nothing}; postMessage("yes"); } catch (error) { postMessage(String(error)); }`]),
        ),
      );
      const inWorker = await new Promise<string>(
        (resolve) => (worker.onmessage = ({ data }) => resolve(data as string)),
      );
      new WebAssembly.Module(new Uint8Array([0, 97, 115, 109, 1, 0, 0, 0]));
      return inWorker;
    });
  expect(await compiled()).toBe("yes");
});
