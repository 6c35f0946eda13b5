import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import AxeBuilder from "@axe-core/playwright";
import { expect, type Locator, type Page } from "@playwright/test";
import { writeWav } from "../src/core/formats/wav/write";
import { byCommandLine } from "./command-line";
import {
  ask,
  chain,
  chooseFiles,
  eventually,
  found,
  press,
  said,
  saved,
  setting,
  signIn,
  target,
} from "./desk";
import { test } from "./test";

const folder = mkdtempSync(join(tmpdir(), "fichier-e2e-keyframes-"));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Clips of other lengths and shapes, at 25 frames a second. */
const clips = [
  ["gate", "192x108", 4],
  ["gate long", "192x108", 6],
  ["gate upright", "96x170", 2.4],
  ["gate square", "120x120", 1],
] as const;
const files = clips.map(([name]) => join(folder, `${name}.mp4`));
test.beforeAll(() =>
  clips.forEach(([, size, seconds], i) =>
    execFileSync("ffmpeg", [
      ...["-v", "error", "-y", "-f", "lavfi", "-i", `testsrc2=size=${size}:rate=25:duration=${seconds}`],
      ...["-c:v", "libx264", "-pix_fmt", "yuv420p", files[i]],
    ]),
  ),
);

const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const lanes = (page: Page) => page.getByRole("listbox", { name: "Keyframes" });
const lane = (page: Page, name: string) => lanes(page).getByRole("option", { name: new RegExp(`^${name},`) });
const keyframesOf = (page: Page, name: string) => lane(page, name).getAttribute("data-keyframes");
const viewer = (page: Page) => page.locator('[data-subject="viewer"]');
const isAt = (page: Page, frame: number) => expect(viewer(page)).toHaveAttribute("data-frame", String(frame));

/** How many of the rows of what is seen are black, from above, of 100. */
const blackFromAbove = (page: Page) =>
  page.getByTestId("after").evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext("2d")!.getImageData(canvas.width >> 1, 0, 1, canvas.height);
    const row = Array.from({ length: canvas.height }, (_, y) => Math.max(...data.subarray(4 * y, 4 * y + 3)));
    const seen = row.findIndex((v) => v > 40);
    return Math.round((100 * (seen < 0 ? canvas.height : seen)) / canvas.height);
  });

/** The checksums of all frames of a film. */
const framesOf = (path: string) =>
  execFileSync("ffmpeg", ["-v", "error", "-i", path, "-map", "0:v", "-f", "framemd5", "-"])
    .toString()
    .split("\n")
    .filter((line) => line !== "" && !line.startsWith("#"))
    .map((line) => line.split(",").at(-1)!.trim());

test("by keyboard: cropped by four keyframes, kept to fit by its end, put on three other clips, compared and rendered as by the command line", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await signIn(page, "picture");
  await press(page, "Alt+n");
  await page.keyboard.type("Gates");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  await chooseFiles(page, () => press(page, "i"), files);
  await expect(targets(page).getByRole("option")).toHaveCount(4, { timeout: 60_000 });
  await targets(page).focus();
  await press(page, "Home");
  await isAt(page, 0);

  await press(page, "a");
  await page.keyboard.type("edge cr");
  await press(page, "Enter");
  await expect(setting(page, "Edge crop")).toBeVisible();
  // To the lanes, onto the third; a value that is typed is a keyframe.
  await press(page, "q");
  await expect(lanes(page)).toBeFocused();
  await press(page, "ArrowDown", "ArrowDown");
  await expect(lane(page, "Top")).toHaveAttribute("aria-selected", "true");
  const typed = async (value: string) => {
    await page.keyboard.type(value);
    await expect(page.getByRole("textbox", { name: "Top, type a value" })).toHaveValue(value);
    await press(page, "Enter");
    await expect(lanes(page)).toBeFocused();
  };
  await typed("0");
  await press(page, "Shift+ArrowRight", "Shift+ArrowRight");
  await isAt(page, 50);
  await typed("0");
  await press(page, "Shift+ArrowRight");
  await isAt(page, 75);
  await typed("40");
  await press(page, "End");
  await isAt(page, 99);
  await typed("100");
  await eventually(() => keyframesOf(page, "Top")).toBe("0 50 75 99");
  await eventually(() => blackFromAbove(page)).toBe(100);
  // Back by keyframes: between two of them it is on its way.
  await press(page, "Control+ArrowLeft");
  await isAt(page, 75);
  await eventually(() => blackFromAbove(page)).toBe(40);
  await press(
    page,
    "Control+ArrowLeft",
    "Shift+ArrowRight",
    "ArrowLeft",
    "ArrowLeft",
    "ArrowLeft",
    "ArrowLeft",
    "ArrowLeft",
  );
  await isAt(page, 70);
  await eventually(async () => [31, 32].includes(await blackFromAbove(page))).toBe(true);
  await expect(lane(page, "Top")).toContainText("32 %");
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0].target])).toEqual([]);

  // Kept: a name that promises another direction is asked about.
  await press(page, "k");
  const dialog = page.getByRole("dialog", { name: "Keep as card" });
  await page.keyboard.type("From below, closing");
  await expect(dialog.getByRole("alert")).toHaveText(
    "The name says “from below”; the keyframes come from above. Is the name right?",
  );
  await press(page, "Control+a");
  await page.keyboard.type("From above, closing");
  await expect(dialog.getByRole("alert")).toHaveCount(0);
  await expect(dialog.getByText("Keyframes were set on 4 s")).toBeVisible();
  await dialog.getByRole("radio", { name: "Keep times from the start" }).focus();
  await press(page, "ArrowDown");
  await expect(dialog.getByRole("radio", { name: "Keep times from the end" })).toBeChecked();
  await press(page, "Enter");
  await expect(said(page)).toContainText("Kept.", { timeout: 20_000 });
  await expect(page.getByRole("heading", { name: "From above, closing" })).toBeVisible();
  await expect(page.getByText("changed by hand")).toHaveCount(0);

  // Onto the three others at once: two keys besides the letters.
  await targets(page).focus();
  await press(page, "ArrowDown", "Shift+ArrowDown", "Shift+ArrowDown");
  await press(page, "/");
  await page.keyboard.type("from above");
  await expect(found(page, "From above, closing")).toBeVisible();
  await press(page, "Enter");
  await expect(target(page, "From above, closing")).toHaveCount(4);
  await saved(page);

  // As long before the end of each as it was set: six seconds, 2.4, one.
  for (const [nth, name, places, end] of [
    [1, "gate long", "50 100 125 149", 149],
    [2, "gate upright", "-40 10 35 59", 59],
    [3, "gate square", "-75 -25 0 24", 24],
  ] as const) {
    await targets(page).focus();
    await press(page, "Home", ...Array<string>(nth).fill("ArrowDown"));
    await expect(page.getByRole("heading", { name, exact: true })).toBeVisible();
    await eventually(() => keyframesOf(page, "Top")).toBe(places);
    await page.getByRole("slider", { name: "Frame" }).focus();
    await press(page, "End");
    await isAt(page, end);
    await eventually(() => blackFromAbove(page)).toBe(100);
    for (let k = 0; k < 5; k++) await press(page, "ArrowLeft");
    await isAt(page, end - 5);
    // Five frames before the last of 24: 87.5 %.
    await eventually(() => blackFromAbove(page)).toBeGreaterThan(85);
    await eventually(() => blackFromAbove(page)).toBeLessThan(91);
  }
  // Compared: the whole of it, and again with what was before.
  await targets(page).focus();
  await press(page, "b");
  await press(page, "b");

  // Fitted otherwise on this one, and back.
  await press(page, "Shift+f");
  await expect(page.getByRole("dialog", { name: "Fit keyframes" })).toBeVisible();
  await page.getByRole("radio", { name: "Keep times from the end" }).focus();
  await press(page, "ArrowUp", "ArrowUp", "Enter");
  // The last keyframe meets the last frame.
  await eventually(() => keyframesOf(page, "Top")).toBe("0 13 19 24");
  await saved(page);
  await press(page, "Backspace");
  await eventually(() => keyframesOf(page, "Top")).toBe("-75 -25 0 24");

  // Rendered, frame by frame what the command line makes of the exported card.
  await saved(page);
  await press(page, "r", "Enter");
  await expect(page.getByRole("link", { name: /Download/ }).first()).toBeFocused({ timeout: 60_000 });
  const download = page.waitForEvent("download");
  await press(page, "Enter");
  const path = join(folder, "by the application.mp4");
  await (await download).saveAs(path);
  await press(page, "Escape");
  const other = join(folder, "by the command line.mp4");
  await byCommandLine(page, folder, "From above, closing", files[3], other);
  const frames = framesOf(path);
  expect(frames).toHaveLength(25);
  expect(frames).toEqual(framesOf(other));
  expect(new Set(frames).size).toBeGreaterThan(20);
  await ask(page, "remove-session", { id: new URL(page.url()).pathname.split("/").at(-1)! });
});

test("by pointer: keyframes are set, moved, taken out, and follow the value's own control", async ({
  page,
}) => {
  await signIn(page, "picture");
  await page.getByRole("combobox", { name: "Session" }).selectOption({ label: "The crossing, film" });
  await target(page, "Terns off the ledge").first().click();
  await isAt(page, 0);
  await page.getByRole("button", { name: /^Add an effect/ }).click();
  await page.getByRole("combobox", { name: "Effect" }).fill("opacity");
  await page.getByRole("option", { name: /^Opacity/ }).click();
  const button = (name: string) => page.getByRole("button", { name, exact: true });
  await button("Set a keyframe of Opacity here").click();
  await eventually(() => keyframesOf(page, "Opacity")).toBe("0");
  const slider = page.getByRole("slider", { name: "Frame" });
  const box = (await slider.boundingBox())!;
  await page.mouse.click(box.x + box.width - 1, box.y + 20);
  const last = Number(await slider.getAttribute("aria-valuemax"));
  await isAt(page, last);
  // Another value at another frame is a keyframe there.
  const value = page.getByRole("complementary", { name: "Chain" }).getByRole("slider", { name: "Opacity" });
  const bar = (await value.boundingBox())!;
  await page.mouse.click(bar.x + 2, bar.y + bar.height / 2);
  await eventually(() => keyframesOf(page, "Opacity")).toBe(`0 ${last}`);
  // Pressed twice in the lane: one more, with the value on the way; dragged, it is elsewhere.
  const row = (await lane(page, "Opacity").locator("svg").boundingBox())!;
  const at = (share: number) => [row.x + row.width * share, row.y + row.height / 2] as const;
  await page.mouse.dblclick(...at(0.5));
  await eventually(async () => (await keyframesOf(page, "Opacity"))?.split(" ").length).toBe(3);
  const [, middle] = (await keyframesOf(page, "Opacity"))!.split(" ").map(Number);
  await page.mouse.move(...at(0.5));
  await page.mouse.down();
  await page.mouse.move(...at(0.6), { steps: 4 });
  await page.mouse.move(...at(0.75), { steps: 4 });
  await page.mouse.up();
  await eventually(async () => Number((await keyframesOf(page, "Opacity"))!.split(" ")[1])).toBeGreaterThan(
    middle + last * 0.2,
  );
  await button("Take the keyframe of Opacity out").click();
  await eventually(() => keyframesOf(page, "Opacity")).toBe(`0 ${last}`);
  // The menu of a lane does what its keys do.
  await lane(page, "Opacity").click({ button: "right" });
  await page.getByRole("menuitem", { name: /^Turn the lane round in time/ }).click();
  await expect(page.getByRole("menu")).toHaveCount(0);
  await page.getByRole("slider", { name: "Frame" }).focus();
  await press(page, "Home");
  await expect(lane(page, "Opacity")).not.toContainText("100 %");
  // The menu of the setting has what there is.
  await setting(page, "Opacity").click({ button: "right" });
  await expect(page.getByRole("menuitem", { name: /Fit the keyframes/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await saved(page);
  await setting(page, "Opacity").click({ button: "right" });
  await page
    .getByRole("menuitem", { name: /^Take .*out|^Remove/ })
    .first()
    .click();
  await expect(setting(page, "Opacity")).toHaveCount(0);
  await saved(page);
});

test("a title and a dissolve are put on in four keys at most, besides letters", async ({ page }) => {
  await signIn(page, "picture");
  await page.getByRole("combobox", { name: "Session" }).selectOption({ label: "The crossing, film" });
  await target(page, "Lamp, turning").first().click();
  await isAt(page, 0);
  await targets(page).focus();
  let keys = 0;
  const counted = async (...all: string[]) => {
    keys += all.length;
    await press(page, ...all);
  };
  // The title: found, put on; its setting is open, and what is typed in it is seen.
  await counted("/");
  await page.keyboard.type("name of the");
  await expect(found(page, "Name of the place")).toBeVisible();
  await counted("Enter");
  await expect(setting(page, "Title")).toBeVisible();
  expect(keys).toBeLessThanOrEqual(4);
  const seen = () =>
    page.getByTestId("after").evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas
        .getContext("2d")!
        .getImageData(0, Math.round(canvas.height * 0.72), canvas.width, Math.round(canvas.height * 0.2));
      let bright = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i] > 240 && data[i + 2] > 220) bright++;
      return bright;
    });
  await eventually(seen).toBeGreaterThan(1500);
  const before = await seen();
  await page.locator("[data-setting-name]", { hasText: "Title" }).click();
  await page.getByRole("textbox", { name: "Text" }).fill("Lamp\nturning, at slack water");
  await eventually(seen).not.toBe(before);
  await saved(page);

  keys = 0;
  await targets(page).focus();
  await counted("/");
  await page.keyboard.type("dissolve");
  await expect(found(page, "Dissolve, a second")).toBeVisible();
  await counted("Enter");
  await expect(setting(page, "Dissolve")).toBeVisible();
  expect(keys).toBeLessThanOrEqual(4);
  // The first frame is the end of the clip before; a second on it is this one alone.
  const middle = () =>
    page
      .getByTestId("after")
      .evaluate((canvas: HTMLCanvasElement) => [
        ...canvas.getContext("2d")!.getImageData(canvas.width >> 1, canvas.height >> 3, 1, 1).data,
      ]);
  const atCut = await middle();
  await press(page, "}");
  await isAt(page, 25);
  await eventually(middle).not.toEqual(atCut);
  await saved(page);
  await press(page, "Backspace", "Backspace");
  await expect(setting(page, "Dissolve")).toHaveCount(0);
  await saved(page);
  while (await setting(page, "Title").count()) {
    await targets(page).focus();
    await press(page, "Backspace");
    await saved(page);
  }
});

test("by keyboard: a sound falls away by two keyframes, is kept, and is rendered as by the command line", async ({
  page,
}) => {
  const file = join(folder, "call.wav");
  // Steady, so that every sample says what the level is there.
  writeFileSync(
    file,
    writeWav({ planes: [new Float32Array(144_000).fill(0.25)], sampleRate: 48_000 }, "f32"),
  );
  await signIn(page, "sound");
  await press(page, "Alt+n");
  await page.keyboard.type("Calls");
  await press(page, "Enter");
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  await chooseFiles(page, () => press(page, "i"), [file]);
  await expect(target(page, "call")).toHaveAttribute("aria-selected", "true");
  await press(page, "a");
  await page.keyboard.type("gain");
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue("gain");
  await press(page, "Enter");
  await expect(setting(page, "Gain")).toBeVisible();

  // To the lanes, a value at the start, another a second later: -6 and -26 dB.
  await press(page, "q");
  await expect(lanes(page)).toBeFocused();
  await press(page, "Home");
  await page.keyboard.type("-6");
  await press(page, "Enter", "Shift+ArrowRight");
  await page.keyboard.type("-26");
  await press(page, "Enter");
  await eventually(() => keyframesOf(page, "Gain")).toBe("0 100");
  await expect(page.getByText("Gain · at 00:01.00")).toBeVisible();
  // Half way between them it is said what it is there.
  for (let i = 0; i < 50; i++) await press(page, "ArrowLeft");
  await expect(lane(page, "Gain")).toContainText("−16");
  await press(page, "Escape");
  await saved(page);
  await targets(page).focus();
  await press(page, "k");
  await page.keyboard.type("Falling away");
  await press(page, "Enter");
  await expect(said(page)).toContainText("Proved on “call.wav”: the same to the bit.");

  await press(page, "r", "Enter");
  const link = page.getByRole("link", { name: /Download/ }).first();
  await expect(link).toBeFocused({ timeout: 30_000 });
  const download = page.waitForEvent("download");
  await press(page, "Enter");
  const path = join(folder, `rendered ${(await download).suggestedFilename()}`);
  await (await download).saveAs(path);
  await press(page, "Escape");
  const bytes = readFileSync(path);
  expect(
    bytes.equals(await byCommandLine(page, folder, "Falling away", file, join(folder, "fell.wav"))),
  ).toBe(true);
  const raw = execFileSync("ffmpeg", ["-v", "error", "-i", path, "-f", "f32le", "-"]);
  const level = (sample: number) => 20 * Math.log10(raw.readFloatLE(4 * sample) / 0.25);
  expect(level(0)).toBeCloseTo(-6, 2);
  expect(level(24_000)).toBeCloseTo(-16, 2);
  expect(level(48_000)).toBeCloseTo(-26, 2);
  expect(level(143_999)).toBeCloseTo(-26, 2);

  const id = new URL(page.url()).pathname.split("/").at(-1)!;
  await ask(page, "remove-session", { id });
});

test("by keyboard: a bus falls away by keyframes set against all that reaches it, and comes back", async ({
  page,
}) => {
  await signIn(page, "sound", "The foghorn, laid out");
  await press(page, "End");
  for (let i = 0; i < 20 && (await page.getByRole("heading", { level: 1 }).innerText()) !== "Ambience"; i++)
    await press(page, "ArrowUp");
  await expect(page.getByRole("heading", { name: "Ambience" })).toBeVisible();
  const level = async () =>
    Number((await page.getByTestId("loudness-after").innerText()).replace("−", "-").replace(/ LUFS.*/s, ""));
  await eventually(level).toBeGreaterThan(-80);
  const before = await level();
  const settings = chain(page).getByRole("list", { name: "Settings" }).locator("[data-setting-name]");
  const had = await settings.count();
  await press(page, "a");
  await page.keyboard.type("gain");
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue("gain");
  await press(page, "Enter");
  await expect(settings).toHaveCount(had + 1);
  await press(page, "q");
  await expect(lanes(page)).toBeFocused();
  await press(page, "Home");
  await page.keyboard.type("-24");
  await press(page, "Enter");
  await eventually(() => keyframesOf(page, "Gain")).toBe("0");
  await eventually(level).toBeLessThan(before - 23);
  // Its last hundredth is where the last of its clips ends.
  await press(page, "End");
  await page.keyboard.type("-24");
  await press(page, "Enter");
  await eventually(() => keyframesOf(page, "Gain")).toMatch(/^0 \d{3,}$/);
  await press(page, "Escape");
  await saved(page);
  await targets(page).focus();
  for (let left = 4; left > 0 && (await settings.count()) > had; left--) {
    await press(page, "Backspace");
    await expect(said(page)).toContainText("Taken back");
    await saved(page);
  }
  await expect(settings).toHaveCount(had);
  await eventually(level).toBeCloseTo(before, 1);
});

test("lanes lie under what is drawn of the time, as far as the clips of a track go", async ({ page }) => {
  await signIn(page, "sound", "The foghorn, laid out");
  await targets(page)
    .getByRole("option", { name: /^group Voice/ })
    .click();
  await expect(page.getByRole("heading", { name: "Voice" })).toBeVisible();
  await press(page, "q");
  await expect(lanes(page)).toBeFocused();
  const timeline = page.getByRole("img", { name: /^Timeline of/ });
  const ends = async (what: Locator) => {
    const { x, width } = (await what.boundingBox())!;
    return [x, x + width];
  };
  const lane = await ends(lanes(page).locator("[data-lane] > div").first());
  const drawn = await ends(timeline);
  // The only clip that feeds it ends before the session does.
  const clip = await ends(timeline.getByText("Keeper's line").locator(".."));
  expect(Math.abs(lane[0] - drawn[0])).toBeLessThan(2);
  expect(Math.abs(lane[1] - clip[1])).toBeLessThan(2);
  expect(drawn[1] - clip[1]).toBeGreaterThan(20);
  await press(page, "Escape");
});
