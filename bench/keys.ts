import type { Page } from "@playwright/test";
import { randomFrom } from "../demo/random";
import { fillLibrary, words } from "../testing/large-library";
import { signIn, withApplication } from "./application";
import { median, ms, percentile, table } from "./measure";

const cards = 100_000;
/** Key presses in the apply bar, as somebody types: the beginnings of two words, and of a third where that is not enough. */
const presses = 300;
/** Milliseconds from one press to the next: 400 keys a minute. */
const rhythm = 150;
/** Milliseconds. */
const frame = 1000 / 60;

/** What is typed, by a generator with a seed: every query is another one. */
function* queries(seed: number): Generator<string> {
  const random = randomFrom(seed);
  const word = () => words[Math.floor(random() * words.length)];
  for (;;)
    yield [word(), word(), ...(random() < 0.3 ? [word()] : [])]
      .map((one) => one.slice(0, 2 + Math.floor(random() * 2)))
      .join(" ");
}

/**
 * Presses a key and waits, in the page itself, until `mark` was set after it and the frame that shows it was painted.
 * Time runs from the key event's own stamp, so that what the page does before its handlers run is counted too.
 */
export async function keyTo(page: Page, key: string, mark: string): Promise<number> {
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

/** Key press to painted results, and to sound and picture, in a library of a hundred thousand cards. */
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
      for (const query of queries(3)) {
        if (typed.length >= presses) break;
        await sound.keyboard.press("/");
        await sound.getByRole("combobox", { name: "Find a card" }).waitFor();
        await sound.waitForTimeout(400);
        for (const letter of query) {
          const took = await keyTo(sound, letter === " " ? "Space" : letter, "fichier:listed");
          typed.push(took);
          await sound.waitForTimeout(Math.max(0, rhythm - took));
        }
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
      // The frame after the one that shows it ends the measurement, so that what is painted in the next frame takes two.
      const framesOf = (took: number) => Math.max(1, Math.ceil(took / frame) - 1);
      const within = (most: number) => typed.filter((took) => framesOf(took) <= most).length;
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
      table(`Frames from a press to its results, of ${typed.length} presses`, [
        ["the next", "the one after", "later", "the latest"],
        [
          String(within(1)),
          String(within(2) - within(1)),
          String(typed.length - within(2)),
          String(Math.max(...typed.map(framesOf))),
        ],
      ]);
    },
  );
}
