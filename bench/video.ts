import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import type { Chain } from "../src/core/chain/model";
import { outputOf } from "../src/media/process";
import { renderFile } from "../src/media/render-file";
import { decodeFrames } from "../src/media/video/frames";
import { probeVideo } from "../src/media/video/probe";
import { signIn, withApplication } from "./application";
import { look, lookInFfmpeg } from "./chains";
import { keyTo } from "./keys";
import { clockTime, inTurn, median, ms, percentile, programTime, ratio, sayCost, table } from "./measure";

/** Seconds that are played, and frames that are stepped to. */
const [played, steps] = [60, 30];
const rounds = 3;
const nothing: Chain = { medium: "image", settings: [] };

interface Shown {
  /** Seconds. */
  readonly late: number;
  /** Milliseconds. */
  readonly took: number;
  readonly half: boolean;
}

/** Plays what is on the bench, with keys pressed a second apart meanwhile, and gives what was shown. */
async function playedBy(page: Page, seconds: number, keys: readonly string[] = []): Promise<Shown[]> {
  await page.evaluate(() => performance.clearMarks("fichier:frame"));
  await page.keyboard.press("Space");
  for (const key of keys) {
    await page.waitForTimeout(1000);
    await page.keyboard.press(key);
  }
  await page.waitForTimeout(seconds * 1000);
  await page.keyboard.press("Space");
  return page.evaluate(() =>
    performance.getEntriesByName("fichier:frame").map((mark) => (mark as PerformanceMark).detail as Shown),
  );
}

/** A clip in the viewer: how it plays, and how long a step or a card takes. */
async function viewer(): Promise<void> {
  await withApplication(
    () => Promise.resolve(),
    async ({ open }) => {
      const page = await open();
      await signIn(page, "picture");
      await page.getByRole("combobox", { name: "Session" }).selectOption({ label: "The crossing, film" });
      await page.locator("[data-frame]").waitFor();
      await page.getByRole("listbox", { name: "Targets" }).focus();
      await page.keyboard.press("Home");
      const [, libraryId, , sessionId] = new URL(page.url()).pathname.split("/");
      const ask = async <Result>(command: string, input: object): Promise<Result> => {
        const answer = await page.request.post(`/api/libraries/${libraryId}/commands/${command}`, {
          data: input,
        });
        if (!answer.ok()) throw new Error(await answer.text());
        return ((await answer.json()) as { result: Result }).result;
      };
      const { cardId } = await ask<{ cardId: string }>("keep-card", {
        name: "Standard look",
        path: "",
        chain: look,
      });
      const { cardId: lighter } = await ask<{ cardId: string }>("keep-card", {
        name: "Lighter",
        path: "",
        chain: { ...look, settings: look.settings.slice(0, 1) },
      });
      await ask("bind-key", { key: "7", cardId });
      await ask("bind-key", { key: "8", cardId: lighter });
      await page.waitForTimeout(1500);
      const plain = await playedBy(page, 10);
      const changed: number[] = [];
      for (let i = 0; i < 12; i++) {
        changed.push(await keyTo(page, i % 2 === 0 ? "8" : "7", "fichier:painted"));
        await page.waitForTimeout(600);
      }
      const stepped: number[] = [];
      for (let i = 0; i < steps; i++) stepped.push(await keyTo(page, ".", "fichier:painted"));
      const shown = await playedBy(page, played);
      const late = shown.map((one) => one.late * 1000);
      // Each new chain is tried at the whole size first.
      const tried = await playedBy(
        page,
        1,
        Array.from({ length: 12 }, (_, i) => (i % 2 === 0 ? "8" : "7")),
      );
      const making = (half: boolean) =>
        [...shown, ...tried].filter((one) => one.half === half).map(({ took }) => took);
      const row = (name: string, values: readonly number[]) => [
        name,
        ms(median(values)),
        ms(percentile(values, 0.95)),
      ];
      table(`A clip of 1280 × 720 at 25 fps in the viewer, session ${sessionId.slice(0, 8)}`, [
        ["", "median", "95 %"],
        row("key to the first changed frame, the standard look at full size", changed),
        row("key to the next frame, the standard look at full size", stepped),
        row(`the picture behind the sound, ${played} s played with the standard look`, late),
        row("a frame of the whole size made while it plays", making(false)),
        row("one of half the size", making(true)),
      ]);
      table("Frames shown a second", [
        ["", "frames", "of them at half the size"],
        [
          "without a chain, 10 s",
          (plain.length / 10).toFixed(1),
          `${plain.filter((one) => one.half).length} of ${plain.length}`,
        ],
        [
          `the standard look, ${played} s`,
          (shown.length / played).toFixed(1),
          `${shown.filter((one) => one.half).length} of ${shown.length}`,
        ],
      ]);
    },
  );
}

/** Rendering 10 s beside ffmpeg with its own filters and the same encoder. */
async function rendering(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  try {
    const [input, output] = [join(folder, "in.mp4"), join(folder, "out.mp4")];
    await outputOf("ffmpeg", [
      ...["-v", "error", "-f", "lavfi", "-i", "testsrc2=size=1280x720:rate=25:duration=10"],
      ...["-c:v", "libx264", "-preset", "veryfast", "-pix_fmt", "yuv420p", input],
    ]);
    const render = (chain: Chain) => renderFile(input, output, { chain, strength: 100, format: "mp4" });
    const coding = [
      "-c:v",
      "libx264",
      "-preset",
      "medium",
      "-crf",
      "16",
      "-rc-lookahead",
      "20",
      "-pix_fmt",
      "yuv420p",
      "-y",
      output,
    ];
    const program = async (...args: string[]) => {
      await programTime("ffmpeg", ["-v", "error", "-i", input, ...args]);
    };
    const decode = async () => {
      const facts = await probeVideo(input);
      let frames = 0;
      for await (const _ of decodeFrames(input, facts)) frames++;
      return frames;
    };
    const [own, ownNothing, decoding, ffmpeg, ffmpegNothing] = await inTurn(
      [
        { run: () => clockTime(() => render(look)) },
        { run: () => clockTime(() => render(nothing)) },
        { run: () => clockTime(decode) },
        { run: () => clockTime(() => program("-vf", lookInFfmpeg, ...coding)) },
        { run: () => clockTime(() => program(...coding)) },
      ],
      rounds,
    );
    table(
      `Rendering 10 s of 1280 × 720 at 25 fps to H.264, by the clock; least … median ± spread of ${rounds} rounds in turn (Fichier: 16-bit RGB between; ffmpeg: 8-bit YUV)`,
      [
        ["", "time", "Fichier against it"],
        ["Fichier, the standard look", sayCost(own), ""],
        ["  of it without a chain", sayCost(ownNothing), ""],
        ["  of it decoding alone", sayCost(decoding), ""],
        ["ffmpeg, its own filters", sayCost(ffmpeg), ratio(own, ffmpeg)],
        ["ffmpeg, without filters", sayCost(ffmpegNothing), ratio(ownNothing, ffmpegNothing)],
      ],
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function benchVideo(): Promise<void> {
  await rendering();
  await viewer();
}
