import type { Page } from "@playwright/test";
import { fillLibrary } from "../testing/large-library";
import { signIn, withApplication } from "./application";
import { median, ms, percentile, table } from "./measure";

const cards = 10_000;

/**
 * Presses a key and waits, in the page itself, until `mark` was set after it and the frame that shows it was painted.
 * Time runs from the key event's own stamp, so that what the page does before its handlers run is counted too.
 */
async function keyTo(page: Page, key: string, mark: string): Promise<number> {
  await page.evaluate((name) => {
    const state = window as unknown as { benched: Promise<number> };
    state.benched = new Promise((resolve) => {
      window.addEventListener(
        "keydown",
        (press) => {
          // Nothing in here may have a name: the bench's compiler would wrap it in a helper that the page lacks.
          const timer = setInterval(() => {
            if (!performance.getEntriesByName(name).some((entry) => entry.startTime >= press.timeStamp))
              return;
            clearInterval(timer);
            // Two frames on, the first has been painted.
            requestAnimationFrame(() => requestAnimationFrame((now) => resolve(now - press.timeStamp)));
          }, 1);
        },
        { once: true, capture: true },
      );
    });
  }, mark);
  await page.keyboard.press(key);
  return page.evaluate(() => (window as unknown as { benched: Promise<number> }).benched);
}

/** Key press to painted results, and to sound and picture, in a library of ten thousand cards. */
export async function benchKeys(): Promise<void> {
  await withApplication(
    (db, libraryId) => fillLibrary(db, libraryId, cards),
    async (served) => {
      const open = async (who: string) => {
        const page = await served.open();
        await signIn(page, who);
        return page;
      };
      const sound = await open("sound");
      await sound.waitForTimeout(3000);
      const typed: number[] = [];
      for (const query of ["har", "plate near", "fog wi", "tern hol", "sbr", "copperr"]) {
        await sound.keyboard.press("/");
        await sound.getByRole("combobox", { name: "Find a card" }).waitFor();
        await sound.waitForTimeout(400);
        for (const letter of query)
          typed.push(await keyTo(sound, letter === " " ? "Space" : letter, "fichier:listed"));
        await sound.keyboard.press("Escape");
        await sound.waitForTimeout(400);
      }
      // Sounding: rendered, level-matched and handed to the running player. Each press meets a card that is not on yet.
      await sound.keyboard.press("Space");
      const sounding: number[] = [];
      for (let i = 0; i < 12; i++) {
        sounding.push(await keyTo(sound, String((i % 3) + 1), "fichier:sounding"));
        await sound.waitForTimeout(700);
      }
      const stills = await open("stills");
      await stills.keyboard.press("Alt+PageDown");
      await stills.getByTestId("after").waitFor();
      await stills.waitForTimeout(4000);
      const painted: number[] = [];
      for (let i = 0; i < 12; i++) {
        painted.push(await keyTo(stills, String((i % 2) + 1), "fichier:painted"));
        await stills.waitForTimeout(900);
      }
      const row = (name: string, values: number[]) => [
        name,
        ms(median(values)),
        ms(percentile(values, 0.95)),
        String(values.length),
      ];
      table(
        `Keys, in a library of ${(cards + 46).toLocaleString("en")} cards; a frame is 16.7 ms, and the frame that shows it is in the figure`,
        [
          ["from a key press to", "median", "95 %", "presses"],
          row("the results painted", typed),
          row("the card on a 4 s loop and sounding", sounding),
          row("the card on a 1280-pixel picture and visible", painted),
        ],
      );
    },
  );
}
