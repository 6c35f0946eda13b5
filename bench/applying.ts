import type { Page } from "@playwright/test";
import type { Step } from "../src/core/library/steps";
import { signIn, withApplication } from "./application";
import { keyTo } from "./keys";
import { median, ms, percentile, table } from "./measure";

const times = 12;
/** Rest between presses, in milliseconds: what one began is over before the next. */
const rest = 800;
/** Cards across and targets down. */
const [columns, rows] = [24, 6];

/** Changes the library as the page's member. */
async function ask<Result>(page: Page, command: string, input: object): Promise<Result> {
  const [, libraryId] = new URL(page.url()).pathname.split("/");
  const answer = await page.request.post(`/api/libraries/${libraryId}/commands/${command}`, { data: input });
  if (!answer.ok()) throw new Error(`${command}: ${await answer.text()}`);
  return ((await answer.json()) as { result: Result }).result;
}

/** Presses keys one after another, each to its mark. */
async function pressed(page: Page, keys: readonly string[], mark: string): Promise<number[]> {
  const took: number[] = [];
  for (const key of keys) {
    took.push(await keyTo(page, key, mark));
    await page.waitForTimeout(rest);
  }
  return took;
}

/** Finds what a query recalls, so that it is what was found last. */
async function find(page: Page, query: string): Promise<void> {
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await page.keyboard.press("/");
  await page.keyboard.type(query);
  await page.locator(`[data-query="${query}"]`).waitFor();
  await page.keyboard.press("Escape");
  await page.getByRole("listbox", { name: "Targets" }).focus();
}

/** Milliseconds from the key that opens a proof sheet to its first cell and to all of them, all of it in sight. */
async function sheetOf(page: Page): Promise<{ first: number; all: number; cells: number }> {
  await page.setViewportSize({ width: 5200, height: 1600 });
  await page.evaluate(() => {
    const state = window as unknown as { sheet: Promise<{ first: number; all: number; cells: number }> };
    state.sheet = new Promise((resolve) => {
      window.addEventListener(
        "keydown",
        (press) => {
          let first = 0;
          const timer = setInterval(() => {
            const cells = document.querySelectorAll('[role="grid"] [role="gridcell"]').length;
            const shown = document.querySelectorAll('[role="grid"] [role="gridcell"] [data-shown]').length;
            if (shown > 0 && first === 0) first = performance.now() - press.timeStamp;
            if (cells === 0 || shown < cells) return;
            clearInterval(timer);
            resolve({ first, all: performance.now() - press.timeStamp, cells });
          }, 4);
        },
        { once: true, capture: true },
      );
    });
  });
  await page.keyboard.press("p");
  const found = await page.evaluate(
    () => (window as unknown as { sheet: Promise<{ first: number; all: number; cells: number }> }).sheet,
  );
  await page.keyboard.press("Escape");
  await page.setViewportSize({ width: 1280, height: 800 });
  return found;
}

async function selectFirst(page: Page, count: number): Promise<void> {
  await page.getByRole("listbox", { name: "Targets" }).focus();
  await page.keyboard.press("Home");
  for (let i = 1; i < count; i++) await page.keyboard.press("Shift+ArrowDown");
}

const gain = (decibels: number) => ({
  medium: "audio" as const,
  settings: [{ effect: "audio.gain", values: { gain: decibels }, on: true, mix: 100 }],
});
/** Five steps that leave another chain each time. */
const steps = (decibels: number): Step[] => [
  { kind: "put", of: { name: "One", chain: gain(decibels) }, how: "replace", strength: 100 },
  { kind: "put", of: { name: "Two", chain: gain(-1) }, how: "after", strength: 100 },
  { kind: "put", of: { name: "Three", chain: gain(-2) }, how: "before", strength: 100 },
  { kind: "switch", effect: "audio.gain", on: true },
  { kind: "strength", strength: 90 },
];

/** From a key to what is heard or seen, by the ways to put something on. */
export async function benchApplying(): Promise<void> {
  await withApplication(
    () => Promise.resolve(),
    async (served) => {
      const sound = await served.open();
      await signIn(sound, "sound");
      const keys = ["5", "6"];
      for (const [i, key] of keys.entries()) {
        const { routineId } = await ask<{ routineId: string }>(sound, "keep-routine", {
          name: `Bench ${i}`,
          steps: steps(-3 - i),
        });
        await ask(sound, "bind-key", { key, routineId });
      }
      await sound.waitForTimeout(rest);
      await find(sound, "room");
      await selectFirst(sound, 1);
      await sound.keyboard.press("Space");
      await sound.waitForTimeout(rest);
      const routine = await pressed(
        sound,
        Array.from({ length: times }, (_, i) => keys[i % 2]),
        "fichier:sounding",
      );
      // Once through the row, and then again: by then their contents are there.
      const candidates = await pressed(
        sound,
        Array.from({ length: times }, () => "]"),
        "fichier:sounding",
      );
      await sound.keyboard.press("Escape");
      await sound.keyboard.press("Space");
      await find(sound, "e");
      await selectFirst(sound, rows);
      const sounds = await sheetOf(sound);

      const stills = await served.open();
      await signIn(stills, "stills");
      await stills.keyboard.press("Alt+PageDown");
      await stills.getByTestId("after").waitFor();
      await stills.waitForTimeout(4000);
      const alternate = Array.from({ length: times }, (_, i) => String((i % 2) + 1));
      await selectFirst(stills, 1);
      const one = await pressed(stills, alternate, "fichier:painted");
      await selectFirst(stills, 12);
      const twelve = await pressed(stills, alternate, "fichier:painted");
      await find(stills, "e");
      await selectFirst(stills, rows);
      const pictures = await sheetOf(stills);

      const row = (name: string, values: readonly number[]) => [
        name,
        ms(median([...values])),
        ms(percentile([...values], 0.95)),
        String(values.length),
      ];
      table("Applying, in the demo's library; rendering bounds each of them, on one worker a page", [
        ["from a key press to", "median", "95 %", "presses"],
        row("a card on a picture and visible", one),
        row("a card on twelve pictures, the first of them visible", twelve),
        row("a routine of five steps on a clip, playing again", routine),
        row("the next candidate sounding", candidates),
      ]);
      table(`A proof sheet of up to ${columns} × ${rows}, all of it in sight`, [
        ["", "first cell", "all cells", "cells"],
        ["sounds, six seconds of each", ms(sounds.first), ms(sounds.all), String(sounds.cells)],
        ["pictures, by their small copies", ms(pictures.first), ms(pictures.all), String(pictures.cells)],
      ]);
    },
  );
}
