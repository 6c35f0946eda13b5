import { expect, type FileChooser, type Locator, type Page } from "@playwright/test";
import { demoPassword } from "../demo/members";

/** Signs in by the form, by keyboard alone, and waits until the bench has rendered. */
export async function signInByForm(page: Page, who: string): Promise<void> {
  await page.goto("/");
  await expect(page.getByLabel("E-mail")).toBeFocused();
  await page.keyboard.type(`${who}@island.example`);
  await page.keyboard.press("Tab");
  await page.keyboard.type(demoPassword);
  await page.keyboard.press("Enter");
  await rendered(page);
}

/** Signs in as the form does, without the form, and opens a session at its own address. */
export async function signIn(page: Page, who: string, session = "Reel 3: the fog week"): Promise<void> {
  // Whichever server the page is for.
  const alive = await page.request.get("/api/health/live");
  const { origin } = new URL(alive.url());
  const answer = await page.request.post("/api/auth/sign-in/email", {
    data: { email: `${who}@island.example`, password: demoPassword },
    headers: { origin },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  const read = async <T>(path: string) =>
    (await (await page.request.get(`${origin}/api${path}`)).json()) as T;
  const [{ id }] = (await read<{ libraries: { id: string }[] }>("/libraries")).libraries;
  const { rows } = await read<{ rows: { session: { id: string; name: string; removed: boolean }[] } }>(
    `/libraries/${id}/replica`,
  );
  const open = rows.session.find(({ name, removed }) => name === session && !removed);
  if (!open) throw new Error(`there is no session “${session}”`);
  await page.goto(`/${id}/bench/${open.id}`);
  await settled(page, session);
}

/** The session of that name is laid out, and the focus in the list of its targets. */
async function settled(page: Page, name: string): Promise<void> {
  await expect(page.getByRole("combobox", { name: "Session" }).locator("option:checked")).toHaveText(name);
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await rendered(page);
}

/** Waits until the material of the bench is there. */
export const rendered = (page: Page) =>
  expect(page.locator("[data-rendered]")).toBeVisible({ timeout: 30_000 });

/** Opens a session from the list of all, and waits until the bench is laid out on it: the one before it looks alike. */
export async function openSession(page: Page, name: string): Promise<void> {
  const chooser = page.getByRole("combobox", { name: "Session" });
  const shown = chooser.locator("option:checked");
  if ((await shown.innerText()) !== name) await chooser.selectOption({ label: name });
  await settled(page, name);
}

/**
 * Does what opens the browser's file chooser, and gives it these files. The browser is told of the waiting on a way of
 * its own, which a key press may overtake; an answer of the page's on that way says that it has arrived.
 */
export async function chooseFiles(
  page: Page,
  open: () => Promise<void>,
  files: Parameters<FileChooser["setFiles"]>[0],
): Promise<void> {
  const chooser = page.waitForEvent("filechooser");
  await page.evaluate(() => undefined);
  await open();
  await (await chooser).setFiles(files);
}

export const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};

/** Asks until the answer is as expected, more often than the runner does by itself: most of it comes within a moment. */
export const eventually = <T>(
  ask: () => T | Promise<T>,
  options: { timeout?: number; intervals?: number[] } = {},
) => expect.poll(ask, { intervals: [20, 50, 100, 100, 250], ...options });

/** Everything sent has been confirmed by the server: a reload finds it. */
export const saved = (page: Page) =>
  eventually(() => page.evaluate(() => document.body.dataset.unsaved ?? "0")).toBe("0");

export const target = (page: Page, name: string) =>
  page.getByRole("listbox", { name: "Targets" }).getByRole("option", { name });
export const chain = (page: Page) => page.getByRole("complementary", { name: "Chain" });
export const setting = (page: Page, name: string) =>
  chain(page).getByRole("list", { name: "Settings" }).getByRole("button", { name, exact: false }).first();
/** The line at the foot that says what was done. */
export const said = (page: Page) => page.getByRole("contentinfo", { name: "Keys" }).getByRole("status");
export const strip = (page: Page) => page.getByRole("contentinfo", { name: "Keys" });
/** A row of the apply bar. */
export const found = (page: Page, name: string) =>
  page.getByRole("listbox", { name: "Cards found" }).getByRole("option").filter({ hasText: name });

/** What the viewer shows of a picture, as a sum over a few of its pixels: different looks give different sums. */
export const look = (page: Page) =>
  page.getByTestId("after").evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
    let sum = 0;
    for (let i = 0; i < data.length; i += 4 * 997) sum += data[i] + 3 * data[i + 1] + 7 * data[i + 2];
    return sum;
  });

/** Scrolls the library's index to where its folders end and tags begin: only the lines in sight are drawn, and the newest folder is the last one. */
export async function toLastFolders(page: Page): Promise<void> {
  const tags = page.getByRole("tree", { name: "Folders and lists" }).getByText("Tags", { exact: true });
  await upTo(page, tags);
  await page.mouse.wheel(0, -250);
  await expect(tags).toBeVisible();
}

/** Scrolls the library's index to its end, and from there up to something in it. */
export async function upTo(page: Page, what: Locator): Promise<void> {
  await page.getByRole("tree", { name: "Folders and lists" }).hover();
  await page.mouse.wheel(0, 9000);
  await expect(page.getByRole("treeitem", { name: /^Withdrawn/ })).toBeVisible();
  await expect(async () => {
    if (await what.isHidden()) await page.mouse.wheel(0, -200);
    await expect(what).toBeVisible({ timeout: 300 });
  }).toPass();
}

/** Until what has happened is drawn: frames come as late as the machine is slow. */
const drawn = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((done) =>
        requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(() => done()))),
      ),
  );

/** Takes hold of something and lets it go over another one, no faster than it is seen to move. */
export async function drag(page: Page, what: Locator, onto: Locator): Promise<void> {
  await onto.scrollIntoViewIfNeeded();
  // Waits until it lies still.
  await what.hover();
  const [from, to] = [(await what.boundingBox())!, (await onto.boundingBox())!];
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  const y = to.y + to.height / 2;
  for (const part of [0.3, 0.7, 1]) {
    await page.mouse.move(
      to.x + to.width / 2,
      from.y + from.height / 2 + (y - from.y - from.height / 2) * part,
    );
    await drawn(page);
  }
  await page.mouse.up();
}

/** Takes all settings off the chosen target, by keyboard. */
export async function clearChain(page: Page): Promise<void> {
  const settings = chain(page).getByRole("list", { name: "Settings" }).locator("[data-setting-name]");
  for (let left = await settings.count(); left > 0; left--) {
    await settings.first().focus();
    await press(page, "d");
    await expect(settings).toHaveCount(left - 1);
  }
  await saved(page);
}

/** Signs in for sound and goes onto the first clip, with nothing on it. */
export async function toFirstClip(page: Page): Promise<void> {
  await signIn(page, "sound");
  await onFirstClip(page);
}

/** Onto the first target of the session that is open, with nothing on it. */
export async function onFirstClip(page: Page): Promise<void> {
  const targets = page.getByRole("listbox", { name: "Targets" });
  await targets.focus();
  await press(page, "Home");
  await clearChain(page);
  await targets.focus();
}

/** The table of cards in the library, a row of it, and what is said of the chosen card. */
export const grid = (page: Page) => page.getByRole("grid", { name: "Cards" });
export const cardRow = (page: Page, name: string) => grid(page).getByRole("row").filter({ hasText: name });
export const panel = (page: Page) => page.getByRole("complementary", { name: "Chosen card" });

/** To the library by its key; the table has the focus then. */
export async function toLibrary(page: Page): Promise<void> {
  await press(page, "Alt+l");
  await expect(grid(page)).toBeFocused();
}

/** Asks the server in the name of who is signed in. */
export async function ask<T>(page: Page, command: string, input: object): Promise<T> {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.post(`/api/libraries/${libraryId}/commands/${command}`, { data: input });
  expect(answer.status()).toBe(200);
  return ((await answer.json()) as { result: T }).result;
}
