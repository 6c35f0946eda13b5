import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { writeWav } from "../src/core/formats/wav/write";
import {
  ask,
  chooseFiles,
  eventually,
  found,
  press,
  said,
  saved,
  setting,
  signIn,
  strip,
  target,
} from "./desk";
import { test } from "./test";

const folder = mkdtempSync(join(tmpdir(), "fichier-e2e-video-"));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const viewer = (page: Page) => page.locator('[data-subject="viewer"]');
const frame = async (page: Page) => Number(await viewer(page).getAttribute("data-frame"));
const isAt = (page: Page, index: number) => expect(viewer(page)).toHaveAttribute("data-frame", String(index));
/** The film session of the demo, at the first frame of its first clip. */
async function toFilm(page: Page): Promise<void> {
  await signIn(page, "picture", "The crossing, film");
  await isAt(page, 0);
}
/** A frame that stands is shown as it is rendered. */
const isExact = (page: Page) => expect(viewer(page)).toHaveAttribute("data-exact", "");
/** What is seen of the result once it stands, as one number for each of its codes. */
const pixels = async (page: Page) => {
  await isExact(page);
  return page.getByTestId("after").evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
    return data.reduce((sum, code, i) => (sum * 31 + code * (i % 7)) % 1_000_003, 0);
  });
};
/** What the server has of a target of the session that is open, and where that lies. */
async function targetOf(page: Page, name: string) {
  const [, libraryId, , sessionId] = new URL(page.url()).pathname.split("/");
  const of = `/api/libraries/${libraryId}`;
  const replica = await page.request.get(`${of}/sessions/${sessionId}`);
  const { targets } = (await replica.json()) as { targets: { name: string; mediaId: string }[] };
  return { of, mediaId: targets.find((one) => one.name === name)!.mediaId };
}
/** By how many codes what is seen is off a frame of a target's file at most. */
async function offFile(page: Page, name: string, index: number): Promise<number> {
  const { of, mediaId } = await targetOf(page, name);
  return page.getByTestId("after").evaluate(async (canvas: HTMLCanvasElement, address) => {
    const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
    const file = new Uint16Array(await (await fetch(address)).arrayBuffer());
    if ((file.length / 3) * 4 !== data.length) return Infinity;
    return file.reduce(
      (off, code, i) => Math.max(off, Math.abs(data[Math.floor(i / 3) * 4 + (i % 3)] - code / 257)),
      0,
    );
  }, `${of}/media/${mediaId}/frames/${index}`);
}

test("by keyboard: a clip is gone through frame by frame, gets a look made for stills, and plays with its sound", async ({
  page,
}) => {
  await toFilm(page);
  // One medium of it alone, and all of it again.
  const rows = targets(page).getByRole("option");
  await expect(rows).toHaveCount(8);
  await press(page, "j", "j");
  await expect(rows).toHaveCount(4);
  await expect(page.getByRole("group", { name: "Listed" }).getByRole("button", { pressed: true })).toHaveText(
    "video 4",
  );
  await press(page, "j");
  await expect(rows).toHaveCount(8);
  await press(page, "Home");

  await press(page, ".", ".");
  await isAt(page, 2);
  await press(page, "}");
  await isAt(page, 27);
  await press(page, ",", "{");
  await isAt(page, 1);
  await page.getByRole("slider", { name: "Frame" }).focus();
  await press(page, "End");
  await isAt(page, 149);
  await expect(page.getByRole("slider", { name: "Frame" })).toHaveAttribute("aria-valuetext", "00:00:05:24");
  await press(page, "PageDown");
  await isAt(page, 134);
  const untouched = await pixels(page);
  // What stands there are the codes of the file's own frame, not those of what is played.
  expect(await offFile(page, "Ferry crossing", 134)).toBeLessThanOrEqual(1);

  // A card for pictures is found for the clip, seen at once, and put on.
  await targets(page).focus();
  await press(page, "/");
  await page.keyboard.type("fog opened");
  await expect(found(page, "Fog, opened")).toBeVisible();
  await eventually(() => pixels(page)).not.toBe(untouched);
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Fog, opened” on “Ferry crossing”.");
  await expect(setting(page, "Exposure")).toBeVisible();
  await isAt(page, 134);
  await saved(page);
  const looked = await pixels(page);
  expect(looked).not.toBe(untouched);

  await targets(page).focus();
  await press(page, "Space");
  await expect(viewer(page)).toHaveAttribute("data-playing", "");
  await eventually(() => frame(page)).not.toBe(134);
  // It goes round.
  await eventually(() => frame(page)).toBeLessThan(100);
  await press(page, "Space");
  await expect(viewer(page)).not.toHaveAttribute("data-playing");
  await expect(strip(page)).toContainText("play");
  // Where it was stopped it stands at its full size.
  const stopped = await frame(page);
  await expect(viewer(page)).toContainText("shown at 1280 × 720");
  await press(page, ".");
  await isAt(page, stopped + 1);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0].target])).toEqual([]);
  await press(page, "Backspace");
  await expect(setting(page, "Exposure")).toHaveCount(0);
});

test("what is asked for meanwhile does not wait for the file's own frame", async ({ page }) => {
  const held: (() => Promise<void>)[] = [];
  let isHeld = true;
  await page.route("**/frames/*", (route) =>
    isHeld ? void held.push(() => route.continue()) : route.continue(),
  );
  await toFilm(page);
  await eventually(() => held.length).toBeGreaterThan(0);
  // While it is on its way.
  await targets(page).focus();
  await press(page, ".");
  await isAt(page, 1);
  await expect(viewer(page)).not.toHaveAttribute("data-exact");
  isHeld = false;
  await Promise.all(held.map((go) => go()));
  await isExact(page);
  expect(await offFile(page, "Ferry crossing", 1)).toBeLessThanOrEqual(1);
});

test("by pointer: a clip is played, scrubbed and compared", async ({ page }) => {
  await signIn(page, "picture", "The crossing, film");
  await target(page, "Fog lifting, upright").first().click();
  await isAt(page, 0);
  await expect(viewer(page)).toContainText("720 × 1280");
  const slider = page.getByRole("slider", { name: "Frame" });
  const box = (await slider.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await eventually(() => frame(page)).toBeGreaterThan(55);
  expect(await frame(page)).toBeLessThan(70);
  await viewer(page).getByRole("button", { name: /^play/ }).click();
  await expect(viewer(page)).toHaveAttribute("data-playing", "");
  await viewer(page).getByRole("button", { name: /^stop/ }).click();
  await expect(viewer(page)).not.toHaveAttribute("data-playing");

  // At full size a pixel is a pixel of the file, a part of it is seen, and the hand or arrows move it.
  await strip(page)
    .getByRole("button", { name: /full size/ })
    .click();
  const part = page.getByRole("group", { name: "Picture at full size: arrow keys move it" });
  await expect(part).toBeFocused();
  await expect(viewer(page)).toContainText(/^(?!.*from).*\d+ × \d+ of it at full size, exactly/);
  const seen = async () => (await page.getByTestId("after").boundingBox())!;
  const first = await seen();
  expect([first.width, first.height].map(Math.round)).toEqual([720, 1280]);
  const room = (await part.boundingBox())!;
  const [x, y] = [room.x + room.width / 3, room.y + room.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 50);
  await page.mouse.up();
  await eventually(async () => Math.round((await seen()).y - first.y)).toBe(-50);
  await press(page, "ArrowUp");
  await eventually(async () => Math.round((await seen()).y - first.y)).toBeGreaterThan(-50);
  expect(await offFile(page, "Fog lifting, upright", await frame(page))).toBeLessThanOrEqual(1);
  // Played it stays where it is, as large.
  await press(page, "Space");
  await expect(viewer(page)).toHaveAttribute("data-playing", "");
  expect((await seen()).height).toBeCloseTo(1280, 0);
  await press(page, "Space", "z");
  await expect(part).toHaveCount(0);
  await expect(viewer(page)).toContainText("shown at 720 × 1280");
  await page.getByRole("group", { name: "Listed" }).getByRole("button", { name: "sound 4" }).click();
  await expect(targets(page).getByRole("option")).toHaveCount(4);
  await expect(page.getByRole("heading", { name: "Fog lifting, upright, sound" })).toBeVisible();
  await page.getByRole("group", { name: "Listed" }).getByRole("button", { name: "all" }).click();
});

test("a range of a clip is marked at the frames that are shown, and goes round; by keyboard and by pointer", async ({
  page,
}) => {
  await toFilm(page);
  const slider = page.getByRole("slider", { name: "Frame" });
  await press(page, "}", "(");
  await expect(slider).toHaveAttribute("data-range", "25 150");
  await press(page, "}", ")");
  await expect(slider).toHaveAttribute("data-range", "25 51");
  await isAt(page, 50);
  await expect(viewer(page)).toContainText("loops 00:00:01:00 to 00:00:02:01");
  await press(page, "Space");
  await expect(viewer(page)).toHaveAttribute("data-playing", "");
  // It goes round within it: whatever is shown for two seconds, and both halves of it are.
  const seen: number[] = [];
  await eventually(
    async () =>
      seen.push(await frame(page)) > 30 && Math.max(...seen.slice(5)) > 40 && Math.min(...seen.slice(5)) < 35,
    {
      intervals: [60],
    },
  ).toBe(true);
  expect(seen.slice(5).filter((at) => at < 25 || at > 50)).toEqual([]);
  await press(page, "Space", "Shift+h");
  await expect(slider).toHaveAttribute("data-range", "0 150");

  // With Shift a stretch is drawn on the strip.
  const box = (await slider.boundingBox())!;
  const [y, at] = [box.y + box.height / 2, (share: number) => box.x + box.width * share];
  await page.keyboard.down("Shift");
  await page.mouse.move(at(0.5), y);
  await page.mouse.down();
  await page.mouse.move(at(0.75), y, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up("Shift");
  const [start, end] = (await slider.getAttribute("data-range"))!.split(" ").map(Number);
  expect(Math.abs(start - 75)).toBeLessThan(3);
  expect(Math.abs(end - 113)).toBeLessThan(3);
  await viewer(page).click({ button: "right", position: { x: 300, y: 20 } });
  await page.getByRole("menuitem", { name: "Loop all of the clip" }).click();
  await expect(slider).toHaveAttribute("data-range", "0 150");
});

test("by keyboard: light and dark over the length of a clip are drawn, with a card and without", async ({
  page,
}) => {
  await toFilm(page);
  await press(page, "w");
  const levels = page.getByRole("img", { name: /^Levels over the clip/ });
  await expect(levels).toHaveAttribute("data-levels", "48", { timeout: 60_000 });
  const middle = async () => Number(/middle at (\d+) %/.exec((await levels.getAttribute("aria-label"))!)![1]);
  const untouched = await middle();
  await press(page, "/");
  await page.keyboard.type("fog opened");
  await expect(found(page, "Fog, opened")).toBeVisible();
  await press(page, "Enter");
  await expect(said(page)).toContainText("“Fog, opened” on “Ferry crossing”.");
  await eventually(middle).toBeGreaterThan(untouched + 2);
  await saved(page);
  await press(page, "Backspace", "w");
  await expect(levels).toHaveCount(0);
});

test("by keyboard: of clips of one take the one that is too dark falls out, and is corrected in three keys", async ({
  page,
}) => {
  await toFilm(page);
  const { mediaId } = await targetOf(page, "Ferry crossing");
  const names = ["Take A", "Take B", "Take C", "Take D"];
  const [, , , sessionId] = new URL(page.url()).pathname.split("/");
  const { targetIds } = await ask<{ targetIds: string[] }>(page, "add-targets", {
    sessionId,
    items: names.map((name) => ({ mediaId, name })),
  });
  await ask(page, "set-chain", {
    sessionId,
    targetId: targetIds[1],
    chain: {
      medium: "video",
      settings: [{ effect: "image.exposure", values: { exposure: -2 }, on: true, mix: 100 }],
    },
  });
  await expect(target(page, "Take D")).toBeVisible();
  await target(page, "Take A").dispatchEvent("mousedown");
  await targets(page).focus();
  await press(page, "Shift+ArrowDown", "Shift+ArrowDown", "Shift+ArrowDown");
  await press(page, "Shift+s");
  const dialog = page.getByRole("dialog", { name: "Consistency of 4 video clips" });
  await expect(dialog.getByRole("status")).toContainText("1 of 4 fall out", { timeout: 60_000 });
  const row = dialog.getByRole("option", { name: "Take B" });
  await expect(row).toHaveAttribute("data-out", /exposure/);
  await press(page, "Home", "ArrowDown", "Enter");
  await expect(said(page)).toContainText("Shaped “Take B”");
  await expect(dialog.getByRole("status")).toContainText("All alike", { timeout: 60_000 });
  await press(page, "Escape");
  await ask(page, "remove-targets", { sessionId, targetIds });
  await expect(target(page, "Take D")).toHaveCount(0);
});

test("a clip, a sound and a picture come into one session, are told apart, and the clip is rendered", async ({
  page,
}) => {
  const files = ["quay.mp4", "quay room.wav", "quay still.png"].map((name) => join(folder, name));
  execFileSync("ffmpeg", [
    ...["-v", "error", "-y", "-f", "lavfi", "-i", "testsrc2=size=192x108:rate=25:duration=1.2"],
    ...[
      "-f",
      "lavfi",
      "-i",
      "sine=220:duration=1.2",
      "-c:v",
      "libx264",
      "-pix_fmt",
      "yuv420p",
      "-c:a",
      "aac",
      files[0],
    ],
  ]);
  writeFileSync(files[1], writeWav({ planes: [new Float32Array(24_000).fill(0.1)], sampleRate: 48_000 }));
  await sharp({ create: { width: 80, height: 60, channels: 3, background: "#446688" } })
    .png()
    .toFile(files[2]);
  await signIn(page, "picture");
  await press(page, "Alt+n");
  await page.keyboard.type("Quay, all of it");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  await expect(page.getByRole("region", { name: "Viewer" })).toContainText("MP4, MOV, WebM and MKV");
  await chooseFiles(page, () => press(page, "i"), files);
  // A slow machine puts them in as they come.
  await expect(said(page)).toHaveText(/^Brought in /);
  const rows = targets(page).getByRole("option");
  await expect(rows).toHaveCount(4);
  await expect(rows.nth(1)).toContainText("quay, sound");
  await targets(page).focus();
  await press(page, "Home");
  await isAt(page, 0);
  // A card for sound is offered on the sound, one for pictures on the clip and on the picture.
  await press(page, "a");
  await page.keyboard.type("expo");
  await press(page, "Enter");
  await expect(setting(page, "Exposure")).toBeVisible();
  await targets(page).focus();
  await press(page, "ArrowDown", "a");
  await page.keyboard.type("gain");
  await press(page, "Enter");
  await expect(setting(page, "Gain")).toBeVisible();
  await saved(page);
  await targets(page).focus();
  await press(page, "Home", "r", "Enter");
  await expect(page.getByRole("link", { name: /Download/ }).first()).toBeFocused({ timeout: 60_000 });
  const download = page.waitForEvent("download");
  await press(page, "Enter");
  const file = await download;
  expect(file.suggestedFilename()).toBe("quay.mp4");
  const path = join(folder, "rendered.mp4");
  await file.saveAs(path);
  expect(readFileSync(path).length).toBeGreaterThan(1000);
  const streams = execFileSync("ffprobe", [
    ...[
      "-v",
      "error",
      "-count_frames",
      "-show_entries",
      "stream=codec_name,nb_read_frames,width",
      "-of",
      "csv=p=0",
      path,
    ],
  ]).toString();
  expect(streams).toContain("h264,192,30");
  expect(streams).toContain("aac");
  await press(page, "Escape");
  // Why it is silent is said where it is silent.
  await targets(page).focus();
  await press(page, "End", "Home", "ArrowDown", "Shift+Delete");
  await expect(rows).toHaveCount(3);
  await targets(page).focus();
  await press(page, "Home");
  await expect(viewer(page)).toContainText("silent, as its sound is not among the targets");
  await press(page, "Control+z");
  await expect(rows).toHaveCount(4);
  await expect(viewer(page)).not.toContainText("silent");
  await ask(page, "remove-session", { id: new URL(page.url()).pathname.split("/").at(-1)! });
});
