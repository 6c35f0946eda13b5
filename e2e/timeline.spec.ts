import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page } from "@playwright/test";
import { writeWav } from "../src/core/formats/wav/write";
import { ask, chooseFiles, press, said, saved, setting, signIn } from "./desk";
import { test } from "./test";

let folder: string;
const film = (name: string, seconds: number, source: string) =>
  execFileSync("ffmpeg", [
    ...["-v", "error", "-y", "-f", "lavfi", "-i", `${source}=size=160x90:rate=25:duration=${seconds}`],
    ...["-f", "lavfi", "-i", `sine=330:duration=${seconds}`],
    ...["-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac", join(folder, name)],
  ]);
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "fichier-timeline-"));
  mkdirSync(join(folder, "reels"));
  film("reels/crossing.mp4", 4, "testsrc2");
  film("reels/landing.mp4", 3, "testsrc");
  const tone = Float32Array.from({ length: 2 * 48_000 }, (_, i) => 0.3 * Math.sin(i * 0.05));
  writeFileSync(join(folder, "reels/bell.wav"), writeWav({ planes: [tone], sampleRate: 48_000 }));
  writeFileSync(join(folder, "week.otio"), JSON.stringify(timeline, null, 2));
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const time = (value: number) => ({ OTIO_SCHEMA: "RationalTime.1", value, rate: 25 });
const span = (from: number, length: number) => ({
  OTIO_SCHEMA: "TimeRange.1",
  start_time: time(from),
  duration: time(length),
});
const clip = (name: string, from: number, length: number, more: object = {}) => ({
  OTIO_SCHEMA: "Clip.1",
  name: name.replace(/\..*/, ""),
  metadata: { note: "kept as it is" },
  source_range: span(from, length),
  effects: [],
  markers: [],
  media_reference: {
    OTIO_SCHEMA: "ExternalReference.1",
    metadata: {},
    target_url: `file:///island/${name}`,
    available_range: null,
  },
  ...more,
});
const track = (name: string, kind: string, children: object[]) => ({
  OTIO_SCHEMA: "Track.1",
  name,
  kind,
  metadata: {},
  effects: [],
  markers: [],
  source_range: null,
  children,
});
const gap = {
  OTIO_SCHEMA: "Gap.1",
  name: "",
  metadata: {},
  effects: [],
  markers: [],
  source_range: span(0, 10),
};
const timeline = {
  OTIO_SCHEMA: "Timeline.1",
  name: "Week of the crossing",
  metadata: { unit: "film" },
  global_start_time: time(90_000),
  tracks: {
    OTIO_SCHEMA: "Stack.1",
    name: "tracks",
    metadata: {},
    source_range: null,
    effects: [],
    markers: [
      {
        OTIO_SCHEMA: "Marker.2",
        name: "first light",
        color: "GREEN",
        metadata: {},
        marked_range: span(10, 1),
      },
    ],
    children: [
      track("Pictures", "Video", [
        clip("crossing.mp4", 25, 50),
        {
          OTIO_SCHEMA: "Transition.1",
          name: "over",
          metadata: {},
          transition_type: "SMPTE_Dissolve",
          in_offset: time(5),
          out_offset: time(5),
        },
        clip("landing.mp4", 0, 50, {
          effects: [
            { OTIO_SCHEMA: "LinearTimeWarp.1", time_scalar: 1, name: "", metadata: {}, effect_name: "" },
          ],
        }),
      ]),
      track("Bells", "Audio", [gap, clip("bell.wav", 0, 25), clip("bell.wav", 25, 25)]),
    ],
  },
};

const dialog = (page: Page) => page.getByRole("dialog");
const files = (page: Page) =>
  dialog(page).getByRole("list", { name: "Files of the timeline" }).getByRole("listitem");
const targets = (page: Page) => page.getByRole("listbox", { name: "Targets" });
const sessionOf = (page: Page) => new URL(page.url()).pathname.split("/").at(-1)!;

/** The timeline that the session is saved as, by its menu. */
async function savedTimeline(page: Page) {
  await saved(page);
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Session menu" }).click();
  await page.getByRole("menuitem", { name: "Save this session as a timeline" }).click();
  const file = await download;
  const path = join(folder, `saved-${Date.now()}.otio`);
  await file.saveAs(path);
  return { name: file.suggestedFilename(), json: JSON.parse(readFileSync(path, "utf8")) as object, path };
}
/** Without what is added so that it comes back: settings, and the hashes of files. */
const plain = (value: unknown): unknown =>
  Array.isArray(value)
    ? value
        .filter((one) => (one as { effect_name?: string } | null)?.effect_name !== "fichier-chain")
        .map(plain)
    : value !== null && typeof value === "object"
      ? Object.fromEntries(
          Object.entries(value).flatMap(([key, inner]) => (key === "fichier" ? [] : [[key, plain(inner)]])),
        )
      : value;

test("by keyboard: a timeline comes in with missing files, is completed, goes out and comes back equal", async ({
  page,
}) => {
  const at = (name: string) => join(folder, name);
  await signIn(page, "picture");
  await chooseFiles(page, () => press(page, "Alt+c"), [at("week.otio"), at("reels/crossing.mp4")]);
  await expect(dialog(page)).toContainText("2 tracks, 4 clips, 1 gap, 1 transition");
  await expect(dialog(page)).toContainText("not heard or seen here: 1 change of speed");
  await expect(files(page)).toContainText([
    /crossing\.mp4.*1 clip.*will be brought in/,
    /landing\.mp4.*missing/,
    /bell\.wav.*2 clips.*missing/,
  ]);
  await expect(dialog(page).getByRole("textbox", { name: "Name of the session" })).toHaveValue(
    "Week of the crossing",
  );
  await expect(dialog(page).getByRole("button", { name: /Begin without 2 files/ })).toBeVisible();
  await press(page, "Enter");
  // The session is there at once; what has to be decoded comes in by itself.
  await expect(said(page)).toContainText(
    /Began “Week of the crossing”; one file is coming in|Found the files/,
  );
  await expect(targets(page).getByRole("option")).toHaveCount(1, { timeout: 60_000 });
  await expect(page.getByRole("navigation", { name: "Session" })).toContainText(
    "3 clips wait for their files",
  );
  // The clip uses the 50 frames it shows, and 5 more under the dissolve into the next clip.
  const scrubber = page.getByRole("slider", { name: "Frame", exact: true });
  await expect(scrubber).toHaveAttribute("aria-valuemax", "54");

  await press(page, "Alt+f");
  await expect(files(page)).toContainText([/landing\.mp4.*missing/, /bell\.wav.*missing/]);
  const lay = dialog(page).getByRole("button", { name: /^Lay/ });
  await chooseFiles(page, async () => {
    const choose = dialog(page).getByRole("button", { name: "choose files" });
    await choose.focus();
    await press(page, "Enter");
  }, [at("reels/landing.mp4"), at("reels/bell.wav")]);
  await expect(files(page)).toContainText([
    /landing\.mp4.*will be brought in/,
    /bell\.wav.*will be brought in/,
  ]);
  await lay.focus();
  await press(page, "Enter");
  await expect(dialog(page)).toBeHidden();
  await expect(targets(page).getByRole("option")).toHaveCount(5, { timeout: 60_000 });
  await expect(said(page)).toContainText("Found the files of");
  await expect(page.getByRole("navigation", { name: "Session" })).not.toContainText("wait for their files");

  // The dissolve of the timeline is on the clip that it leads to.
  await targets(page).focus();
  await press(page, "Home", "ArrowDown");
  await expect(page.getByRole("heading", { name: "landing" })).toBeVisible();
  await expect(setting(page, "Dissolve")).toBeVisible();
  const out = await savedTimeline(page);
  expect(out.name).toBe("Week of the crossing.otio");
  expect(plain(out.json)).toEqual(timeline);

  // It comes back with all of its files, which the library has, and goes out as the very same.
  const first = sessionOf(page);
  await chooseFiles(page, () => press(page, "Alt+c"), [out.path]);
  await expect(files(page)).toContainText([/in the library/, /in the library/, /in the library/]);
  await press(page, "Enter");
  await expect(said(page)).toContainText("with 4 targets of a timeline");
  await expect(page).not.toHaveURL(new RegExp(first));
  await expect(targets(page).getByRole("option")).toHaveCount(5);
  expect((await savedTimeline(page)).json).toEqual(out.json);
  // Whoever presses Enter at once waits for what the library has.
  const second = sessionOf(page);
  await chooseFiles(page, () => press(page, "Alt+c"), [out.path]);
  await expect(dialog(page)).toBeVisible();
  await press(page, "Enter");
  await expect(page).not.toHaveURL(new RegExp(second));
  await expect(targets(page).getByRole("option")).toHaveCount(5);
  await ask(page, "remove-session", { id: second });
  await ask(page, "remove-session", { id: sessionOf(page) });
  await ask(page, "remove-session", { id: first });
});

test("by pointer: a timeline and the files beside it are dropped on a session; what is no timeline says so", async ({
  page,
}) => {
  await signIn(page, "picture");
  await expect(targets(page)).toBeVisible();
  const given = ["week.otio", "reels/crossing.mp4", "reels/landing.mp4", "reels/bell.wav"].map((name) => ({
    name: name.split("/").at(-1)!,
    bytes: readFileSync(join(folder, name)).toString("base64"),
  }));
  const drop = async (some: readonly { name: string; bytes: string }[]) => {
    const transfer = await page.evaluateHandle((list) => {
      const data = new DataTransfer();
      for (const { name, bytes } of list)
        data.items.add(new File([Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0))], name));
      return data;
    }, some);
    await page.getByRole("navigation", { name: "Session" }).dispatchEvent("drop", { dataTransfer: transfer });
  };
  await drop([{ name: "broken.otio", bytes: Buffer.from('{"OTIO_SCHEMA":"Clip.1"}').toString("base64") }]);
  await expect(said(page)).toContainText("“broken.otio”: This is no timeline of OpenTimelineIO.");
  await drop(given);
  await expect(files(page)).toHaveCount(3);
  await expect(files(page).filter({ hasText: "missing" })).toHaveCount(0);
  await dialog(page).getByRole("textbox", { name: "Name of the session" }).fill("Dropped week");
  await dialog(page)
    .getByRole("button", { name: /^Begin/ })
    .click();
  await expect(dialog(page)).toBeHidden();
  await expect(page.getByRole("combobox", { name: "Session" }).locator("option:checked")).toHaveText(
    "Dropped week",
  );
  await expect(targets(page).getByRole("option")).toHaveCount(5, { timeout: 60_000 });
  await expect(page.getByRole("region", { name: "Coming in" })).toHaveCount(0);
  await ask(page, "remove-session", { id: sessionOf(page) });
});
