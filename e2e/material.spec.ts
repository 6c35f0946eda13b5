import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { writeWav } from "../src/core/formats/wav/write";
import { byCommandLine } from "./command-line";
import { chain, chooseFiles, found, press, said, saved, signIn, target } from "./desk";
import { test } from "./test";

let folder: string;
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "fichier-own-"));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Begins a session of one's own, by keyboard, and brings files in. */
async function begin(page: Page, name: string, files: string[]) {
  await press(page, "Alt+n");
  await page.keyboard.type(name);
  await press(page, "Enter");
  await expect(page.getByRole("combobox", { name: "Session" }).locator("option:checked")).toHaveText(name);
  await expect(page.getByRole("heading", { name: "Nothing on the bench yet" })).toBeVisible();
  await chooseFiles(page, () => press(page, "i"), files);
}

/** Adds an effect by its first letters. */
async function add(page: Page, letters: string) {
  await press(page, "a");
  await page.keyboard.type(letters);
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue(letters);
  await press(page, "Enter");
}

async function keep(page: Page, name: string, on: string) {
  await press(page, "k");
  await page.keyboard.type(name);
  await press(page, "Tab");
  await page.keyboard.type("Own / Tried");
  await press(page, "Enter");
  await expect(said(page)).toHaveText(`Kept. Proved on “${on}”: the same to the bit.`);
}

/** Renders what is selected as it stands in the dialog, downloads it by key, and returns the file. */
async function rendered(page: Page): Promise<{ name: string; bytes: Buffer }> {
  await saved(page);
  await press(page, "r", "Enter");
  await expect(page.getByRole("link", { name: /Download/ }).first()).toBeFocused({ timeout: 30_000 });
  const download = page.waitForEvent("download");
  await press(page, "Enter");
  const file = await download;
  const path = join(folder, `downloaded-${Date.now()}`);
  await file.saveAs(path);
  await press(page, "Escape");
  return { name: file.suggestedFilename(), bytes: readFileSync(path) };
}

test("own sound in, shaped, kept and proved, put on others, rendered: the same bytes as by the command line", async ({
  page,
}) => {
  const planes = [0, 1].map((c) =>
    Float32Array.from(
      { length: 3 * 44_100 },
      (_, i) => 0.4 * Math.sin(i * 0.03 * (c + 1)) * Math.sin(i / 900),
    ),
  );
  const files = ["quay one.wav", "quay two.wav", "notes.wav"].map((name) => join(folder, name));
  writeFileSync(files[0], writeWav({ planes, sampleRate: 44_100 }));
  writeFileSync(files[1], writeWav({ planes: [planes[1].subarray(0, 90_000)], sampleRate: 32_000 }, "f32"));
  writeFileSync(files[2], "these are only notes");
  await signIn(page, "owner");
  await begin(page, "Quay, own takes", files);
  // The good ones come in, together where the machine is quick; the bad one says why it does not.
  await expect(said(page)).toHaveText(/^Brought in (2 clips|“quay (one|two)”)\.$/);
  await expect(page.getByRole("listbox", { name: "Targets" }).getByRole("option")).toHaveCount(2);
  await expect(page.getByRole("region", { name: "Coming in" })).toContainText(
    "“notes.wav” cannot be used: it is no sound, picture, video or table that can be read.",
  );
  // In the list the keys that move settings in a chain move targets.
  const first = page.getByRole("listbox", { name: "Targets" }).getByRole("option").first();
  await press(page, "Alt+ArrowDown");
  await expect(first).toContainText("quay two");
  await expect(target(page, "quay one")).toHaveAttribute("aria-selected", "true");
  await press(page, "Alt+ArrowUp");
  await expect(first).toContainText("quay one");
  await expect(target(page, "quay one")).toHaveAttribute("aria-selected", "true");
  await add(page, "high");
  await add(page, "del");
  await keep(page, "Quay, doubled", "quay one.wav");
  await press(page, "Escape", "ArrowDown", "/");
  await page.keyboard.type("quay doub");
  await expect(found(page, "Quay, doubled")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(target(page, "quay two")).toContainText("Quay, doubled");
  const result = await rendered(page);
  expect(result.name).toBe("quay two.wav");
  expect(
    result.bytes.equals(
      await byCommandLine(page, folder, "Quay, doubled", files[1], join(folder, "cli.wav")),
    ),
  ).toBe(true);

  // A newer version is offered, and the older one can be heard and put back.
  await press(page, "Home", "a");
  await page.keyboard.type("gain");
  await expect(page.getByRole("combobox", { name: "Effect" })).toHaveValue("gain");
  await press(page, "Enter", "k");
  await page.keyboard.type("Quay, doubled");
  await press(page, "Tab");
  await page.keyboard.type("Own / Tried");
  await press(page, "Enter");
  await expect(page.getByRole("alert").first()).toContainText("There is a card");
  await page.getByRole("button", { name: /new version/i }).press("Enter");
  await expect(said(page)).toContainText("Proved on “quay one.wav”");
  await press(page, "Escape", "End");
  await expect(chain(page)).toContainText("version 1, 2 is there");
  await press(page, "v");
  await expect(page.getByRole("option", { name: /Version 2/ })).toContainText("Gain put in at place 3");
  await press(page, "Escape", "u");
  await expect(chain(page).getByRole("list", { name: "Settings" })).toContainText("Gain");
  await press(page, "Backspace");
  await expect(chain(page)).toContainText("version 1, 2 is there");
});

test("own pictures in, a look on all of them, rendered together: the same bytes as by the command line", async ({
  page,
}) => {
  const files = ["rope.jpg", "tar.png"].map((name) => join(folder, name));
  for (const [i, file] of files.entries()) {
    const picture = sharp({
      create: {
        width: 320,
        height: 240,
        channels: 3,
        background: { r: 90 + 60 * i, g: 120, b: 150 },
        noise: { type: "gaussian", mean: 128, sigma: 40 },
      },
    });
    writeFileSync(file, i === 0 ? await picture.jpeg().toBuffer() : await picture.png().toBuffer());
  }
  await signIn(page, "owner");
  await begin(page, "Rope and tar", files);
  await expect(said(page)).toHaveText(/^Brought in (2 photos|“.+”)\.$/);
  await expect(page.getByRole("listbox", { name: "Targets" }).getByRole("option")).toHaveCount(2);
  await add(page, "exp");
  await press(page, "ArrowUp", "ArrowUp", "ArrowUp");
  await saved(page);
  await keep(page, "Rope, lifted", "rope.jpg");
  await press(page, "Escape", "Control+a", "/");
  await page.keyboard.type("rope lif");
  await expect(found(page, "Rope, lifted")).toHaveAttribute("aria-selected", "true");
  await press(page, "Enter");
  await expect(said(page)).toHaveText("“Rope, lifted” on 2 photos.");
  await press(page, "Home");
  const result = await rendered(page);
  expect(result.name).toBe("rope.png");
  expect(
    result.bytes.equals(await byCommandLine(page, folder, "Rope, lifted", files[0], join(folder, "cli.png"))),
  ).toBe(true);
  await press(page, "Control+a");
  const both = await rendered(page);
  expect(both.name).toBe("Rope and tar, 2 photos.zip");
  expect(both.bytes.subarray(0, 2).toString()).toBe("PK");
});
