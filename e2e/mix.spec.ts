import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page } from "@playwright/test";
import { readColourDecisions } from "../src/core/formats/cdl/read";
import { writeColourDecisions } from "../src/core/formats/cdl/write";
import { readCube } from "../src/core/formats/cube/read";
import { writeCube } from "../src/core/formats/cube/write";
import { writeCardFile } from "../src/core/formats/card/write";
import {
  chain,
  chooseFiles,
  eventually,
  found,
  openSession,
  press,
  rendered,
  said,
  saved,
  setting,
  signIn,
  toLastFolders,
} from "./desk";
import { test } from "./test";

/** A row by its very name; what a clip goes to is named in its row as well. */
const target = (page: Page, name: string) =>
  page
    .getByRole("listbox", { name: "Targets" })
    .getByRole("option")
    .filter({ has: page.getByTitle(name, { exact: true }) });

const loudness = async (page: Page) => {
  await rendered(page);
  await expect(page.getByRole("group", { name: "Levels" })).toHaveCSS("opacity", "1");
  return Number(
    (await page.getByTestId("loudness-after").innerText()).replace("−", "-").replace(" LUFS", ""),
  );
};
/** The loudness once it is another than `before`. */
const otherThan = async (page: Page, before: number) => {
  await eventually(async () => (await loudness(page)) !== before).toBe(true);
  return loudness(page);
};

test("clips run through tracks, buses and returns: heard alone or in the mix, muted, soloed, routed, treated as a whole", async ({
  page,
}) => {
  await signIn(page, "curator", "The foghorn, laid out");
  await expect(target(page, "Everything")).toBeVisible();

  // A bus: heard alone, then in the mix.
  await target(page, "Ambience").dispatchEvent("mousedown");
  await expect(page.getByRole("heading", { name: "Ambience" })).toBeVisible();
  await expect(page.getByRole("img", { name: "Timeline of 5 clips" })).toBeVisible();
  const alone = await loudness(page);
  await press(page, "x");
  const inMix = await otherThan(page, alone);
  expect(inMix).toBeGreaterThan(alone);

  // A card on the bus is heard through it.
  await press(page, "/");
  await page.keyboard.type("wind");
  await expect(found(page, "Wind off")).toHaveAttribute("aria-selected", "true");
  await press(page, "Escape");
  // Muting the loudest clip takes its sound away.
  await target(page, "First blast").dispatchEvent("mousedown");
  await press(page, "m");
  await expect(target(page, "First blast")).toContainText("muted");
  await target(page, "Ambience").dispatchEvent("mousedown");
  await eventually(() => loudness(page)).toBeLessThan(inMix);
  await press(page, "Backspace");
  await expect(target(page, "First blast")).not.toContainText("muted");
  await eventually(() => loudness(page)).toBe(inMix);

  // Soloing the return: only what is sent to it.
  await target(page, "Lamp room").dispatchEvent("mousedown");
  await press(page, "l");
  await expect(target(page, "Lamp room")).toContainText("solo");
  await eventually(() => loudness(page)).toBeLessThan(inMix);
  await press(page, "l");
  await expect(target(page, "Lamp room")).not.toContainText("solo");

  // A bus of one's own, and a clip that goes there.
  await press(page, "Alt+g");
  await page.keyboard.type("Ferry");
  await press(page, "Enter");
  await expect(said(page)).toHaveText("Added the bus “Ferry”.");
  await target(page, "Ramp comes down").dispatchEvent("mousedown");
  await press(page, "t");
  await page.getByRole("combobox", { name: "Goes to" }).selectOption({ label: "bus “Ferry”" });
  await page.getByRole("textbox", { name: "Begins at" }).fill("1,5");
  await page.getByRole("textbox", { name: "Lamp room" }).fill("-200");
  await press(page, "Enter");
  await expect(page.getByRole("dialog").getByRole("alert")).toContainText("from −60 to 12 dB");
  await page.getByRole("textbox", { name: "Lamp room" }).fill("-9");
  await press(page, "Enter");
  await expect(target(page, "Ramp comes down")).toContainText("→ Ferry");
  await target(page, "Ferry").dispatchEvent("mousedown");
  await expect(page.getByText("bus of “Ramp comes down”")).toBeVisible();
  await press(page, "x");
  const before = await loudness(page);
  await press(page, "a");
  await page.keyboard.type("gain");
  await press(page, "Enter");
  await expect(setting(page, "Gain")).toBeVisible();
  await press(page, "PageUp", "PageUp");
  expect(await otherThan(page, before)).toBeGreaterThan(before);

  // Removed groups leave nothing hanging, and come back.
  await press(page, "Escape", "Shift+Delete");
  await expect(target(page, "Ferry")).toHaveCount(0);
  await expect(target(page, "Ramp comes down")).not.toContainText("→ Ferry");
  await press(page, "Backspace");
  await expect(target(page, "Ramp comes down")).toContainText("→ Ferry");
  await press(page, "Backspace", "Backspace", "Backspace", "Backspace");
  await expect(target(page, "Ferry")).toHaveCount(0);
  // Where the next one who signs in as this member expects to land.
  await openSession(page, "Reel 3: the fog week");
  await saved(page);
});

test("the wave is enlarged around the range", async ({ page }) => {
  await signIn(page, "picture", "Reel 3: the fog week");
  await press(page, "Home");
  const wave = page.locator("[data-zoom]");
  await expect(wave).toHaveAttribute("data-zoom", "1");
  const overview = page.waitForResponse(/\/overview$/);
  await press(page, "+", "+", "+");
  expect((await overview).ok()).toBe(true);
  await expect(wave).toHaveAttribute("data-zoom", "8");
  await press(page, "-", "-", "-", "-");
  await expect(wave).toHaveAttribute("data-zoom", "1");
});

test("card files are imported in the library, and say what is wrong with them", async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), "fichier-cards-"));
  const [good, bad] = ["good.card.json", "bad.card.json"].map((name) => join(folder, name));
  writeFileSync(
    good,
    writeCardFile({
      name: "From afar",
      note: "",
      fits: [],
      folder: ["Brought along"],
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.gain", values: { gain: -4 }, on: true, mix: 100 }],
      },
    }),
  );
  writeFileSync(bad, "{ not a card");
  await signIn(page, "picture");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await toLastFolders(page);
  await chooseFiles(page, () => press(page, "i"), [good, bad]);
  await expect(said(page)).toHaveAttribute("data-problem", "");
  await expect(page.getByRole("navigation", { name: "Index" })).toContainText("Brought along");
  await press(page, "Backspace");
  await expect(page.getByRole("navigation", { name: "Index" })).not.toContainText("Brought along");
  rmSync(folder, { recursive: true, force: true });
  expect(await chain(page).count()).toBe(0);
});

test("a table and a colour decision become cards where one is looking, and go out again", async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), "fichier-looks-"));
  const [table, decision] = ["Dusk over mud.cube", "Reel 4.cc"].map((name) => join(folder, name));
  const tint = (x: number) => Math.min(1, 0.9 * x + 0.05);
  writeFileSync(
    table,
    writeCube({
      title: "",
      kind: "3d",
      size: 2,
      domainMin: [0, 0, 0],
      domainMax: [1, 1, 1],
      values: Float32Array.from({ length: 24 }, (_, i) => tint((Math.floor(i / 3) >> (i % 3)) & 1)),
    }),
  );
  writeFileSync(
    decision,
    writeColourDecisions(
      [{ id: "", slope: [1.1, 1, 0.9], offset: [0, 0, 0], power: [1, 1, 1], saturation: 1 }],
      "cc",
    ),
  );
  await signIn(page, "curator");
  await press(page, "Alt+l");
  await expect(page.getByRole("grid", { name: "Cards" })).toBeFocused();
  await chooseFiles(page, () => press(page, "i"), [table, decision]);
  await expect(said(page)).toContainText("Imported 2 cards.");
  for (const [name, link, ending] of [
    ["Dusk over mud", ".cube table", "Dusk over mud.cube"],
    ["Reel 4", ".cc", "Reel 4.cc"],
  ] as const) {
    await press(page, "/");
    await page.keyboard.type(name);
    await press(page, "Enter");
    await page
      .getByRole("row", { name: new RegExp(name) })
      .first()
      .click();
    const card = page.getByRole("complementary", { name: "Card" });
    await expect(card).toContainText(name);
    const download = page.waitForEvent("download");
    await card.getByRole("link", { name: link, exact: true }).click();
    expect((await download).suggestedFilename()).toBe(ending);
    if (ending.endsWith(".cube")) {
      const { values, size } = readCube(readFileSync(await (await download).path(), "utf8"));
      expect(size).toBe(33);
      expect(values[0]).toBeCloseTo(0.05, 3);
      expect(values.at(-1)).toBeCloseTo(0.95, 3);
    } else
      expect(readColourDecisions(readFileSync(await (await download).path(), "utf8"))).toMatchObject([
        { id: "Reel 4", slope: [1.1, 1, 0.9] },
      ]);
    await press(page, "/");
    await page.getByLabel("Filter cards").fill("");
    await press(page, "Enter");
  }
  await press(page, "Backspace", "Backspace");
  rmSync(folder, { recursive: true, force: true });
});
