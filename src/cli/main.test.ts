import { spawnSync, type ChildProcess } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import { noise, sine } from "../../testing/signals";
import { writeCardFile } from "@/core/formats/card/write";
import { writeWav } from "@/core/formats/wav/write";
import { effects } from "@/core/effects/registry";
import { Beside } from "./beside";
import { carryOut } from "./serve-beside";

const folder = mkdtempSync(join(tmpdir(), "fichier-cli-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const bin = join(import.meta.dirname, "../../bin/fichier.mjs");
/** As typed, but for the start of a process, which most of what follows is not about. */
const fichier = (...args: string[]) => carryOut(args);

const chain = JSON.stringify({
  medium: "audio",
  settings: [{ effect: "audio.high-pass", values: { cutoff: 100, slope: "12" } }],
});
const tone = Float32Array.from({ length: 8000 }, (_, i) => 0.3 * Math.sin(i * 0.2));
const wav = join(folder, "tone.wav");
writeFileSync(wav, writeWav({ planes: [tone], sampleRate: 8000 }));

describe("the command line", () => {
  it("lists every effect, and tells one's parameters", async () => {
    expect(
      (JSON.parse((await fichier("effects", "--json")).stdout) as { id: string }[]).map((e) => e.id),
    ).toEqual(effects.map((e) => e.id));
    expect((await fichier("effects", "audio.high-pass")).stdout).toMatch(
      /cutoff +10 … 20000 Hz, default 80 Hz/,
    );
  });

  it("gives a filter's response: half power at its cutoff, 12 dB an octave lower at a quarter of it (Butterworth)", async () => {
    const rows = JSON.parse(
      (await fichier("--json", "response", "--chain", chain, "--frequencies", "100,25,1000")).stdout,
    ) as { frequency: number; magnitudeDb: number; phaseDegrees: number }[];
    expect(rows[0].magnitudeDb).toBeCloseTo(-3.01, 2);
    expect(rows[0].phaseDegrees).toBeCloseTo(90, 1);
    expect(rows[1].magnitudeDb).toBeCloseTo(-24.1, 1);
    expect(rows[2].magnitudeDb).toBeCloseTo(0, 2);
  });

  it("measures loudness as ffmpeg's ebur128 does, and silence without a level", async () => {
    const long = join(folder, "long.wav");
    writeFileSync(
      long,
      writeWav({ planes: [0, 1].map(() => sine(1000, 48_000, 48_000 * 5, 0.1)), sampleRate: 48_000 }),
    );
    const { stdout } = await fichier("measure", "loudness", long, "--json");
    const theirs = spawnSync(
      "ffmpeg",
      ["-hide_banner", "-nostats", "-i", long, "-af", "ebur128=peak=true", "-f", "null", "-"],
      { encoding: "utf8" },
    ).stderr;
    const reading = JSON.parse(stdout) as Record<string, number>;
    expect(Object.keys(reading)).toEqual([
      "integrated",
      "maxMomentary",
      "maxShortTerm",
      "range",
      "truePeak",
      "samplePeak",
    ]);
    expect(
      Math.abs(reading.integrated - Number(/I:\s+(-?[\d.]+) LUFS\s+Threshold/.exec(theirs)![1])),
    ).toBeLessThan(0.11);
    expect(reading.samplePeak).toBeCloseTo(-20, 1);
    writeFileSync(long, writeWav({ planes: [new Float32Array(48_000)], sampleRate: 48_000 }));
    expect(
      (JSON.parse((await fichier("--json", "measure", "loudness", long)).stdout) as { integrated: null })
        .integrated,
    ).toBeNull();
  });

  it("finds by how much two takes are apart, and that equal copies sum to +6.02 dB (common practice, no source)", async () => {
    const take = noise(20_000, 3, 0.5);
    const later = new Float32Array(22_000);
    later.set(take, 1234);
    const [a, b] = ["a", "b"].map((n) => join(folder, `take-${n}.wav`));
    writeFileSync(a, writeWav({ planes: [take], sampleRate: 48_000 }, "f32"));
    writeFileSync(b, writeWav({ planes: [later], sampleRate: 48_000 }, "f32"));
    expect(JSON.parse((await fichier("measure", "align", a, b, "--json")).stdout)).toEqual({
      offsetSamples: 1234,
      correlation: 1,
      sumGainDb: 6.021,
    });
    writeFileSync(b, writeWav({ planes: [later.map((v) => -v)], sampleRate: 48_000 }, "f32"));
    expect(JSON.parse((await fichier("measure", "align", b, a, "--json")).stdout)).toMatchObject({
      offsetSamples: -1234,
      correlation: -1,
    });
  });

  it("tells the difference of pictures, and bakes a look that is within it", async () => {
    const grey = join(folder, "grey.png");
    await sharp({ create: { width: 20, height: 10, channels: 3, background: { r: 128, g: 128, b: 128 } } })
      .png()
      .toFile(grey);
    const look = JSON.stringify({
      medium: "image",
      settings: [
        { effect: "image.exposure", values: { exposure: 0.5 } },
        { effect: "image.saturation", values: { saturation: 130 } },
      ],
    });
    const [out, cube] = [join(folder, "brighter.png"), join(folder, "look.cube")];
    expect((await fichier("render", grey, out, "--chain", look)).status).toBe(0);
    const { deltaE2000 } = JSON.parse(
      (await fichier("measure", "difference", grey, out, "--json")).stdout,
    ) as {
      deltaE2000: { mean: number; p95: number; max: number };
    };
    // Half a stop from sRGB 128 is sRGB 150: L* 53.6 to 62.0, of which CIEDE2000 makes between seven and nine.
    expect(deltaE2000.mean).toBeGreaterThan(7);
    expect(deltaE2000.mean).toBeLessThan(9);
    const baked = JSON.parse(
      (await fichier("bake", "--chain", look, cube, "--size", "17", "--json")).stdout,
    ) as {
      maxDeltaE2000: number;
      meanDeltaE2000: number;
    };
    expect(baked.meanDeltaE2000).toBeLessThan(0.5);
    // The table, read by ffmpeg, gives what the chain gives.
    const theirs = spawnSync("ffmpeg", [
      "-v",
      "error",
      "-i",
      grey,
      "-vf",
      `lut3d=${cube}:interp=tetrahedral`,
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgb24",
      "-",
    ]).stdout;
    const ours = await sharp(out).raw().toBuffer();
    expect(Math.abs(theirs[0] - ours[0])).toBeLessThanOrEqual(1);
    expect(
      await fichier(
        "bake",
        "--chain",
        JSON.stringify({ medium: "image", settings: [{ effect: "image.blur" }] }),
        join(folder, "no.cube"),
      ),
    ).toMatchObject({ status: 2, stderr: expect.stringContaining("Blur cannot be held") as string });
  });

  it("takes what effects depend on from a folder, by the hash of its bytes", async () => {
    const place = join(folder, "rooms");
    mkdirSync(place);
    const response = writeWav({ planes: [Float32Array.of(0, 1, 0, 0.5)], sampleRate: 8000 }, "f32");
    writeFileSync(join(place, "room.wav"), response);
    const hash = createHash("sha256").update(response).digest("hex");
    const reverb = JSON.stringify({
      medium: "audio",
      settings: [{ effect: "audio.convolution", values: { response: hash } }],
    });
    const out = join(folder, "reverb.wav");
    expect(await fichier("render", wav, out, "--chain", reverb)).toMatchObject({
      status: 3,
      stderr: expect.stringContaining("impulse response") as string,
    });
    expect(existsSync(out)).toBe(false);
    expect(await fichier("render", wav, out, "--chain", reverb, "--files", place)).toMatchObject({
      status: 0,
    });
  });

  it("takes what a card carries from the card, and its notes into the results", async () => {
    const bytes = writeWav({ planes: [Float32Array.of(0, 4, 0, 2)], sampleRate: 8000 }, "f32");
    const sha256 = createHash("sha256").update(bytes).digest("hex");
    const card = join(folder, "yard.card.json");
    const chain = {
      medium: "audio",
      settings: [
        { effect: "audio.convolution", values: { response: sha256, level: 12 }, on: true, mix: 100 },
        { effect: "audio.gain", values: { gain: 24 }, on: true, mix: 100 },
      ],
    } as const;
    writeFileSync(
      card,
      writeCardFile({
        name: "Yard",
        note: "",
        fits: [],
        folder: [],
        chain,
        files: [{ sha256, name: "yard.wav", base64: Buffer.from(bytes).toString("base64") }],
      }),
    );
    const { status, stdout, stderr } = await fichier(
      "render",
      wav,
      join(folder, "yard.wav"),
      "--card",
      card,
      "--json",
    );
    expect(status).toBe(0);
    expect((JSON.parse(stdout) as { notes: string[] }[])[0].notes[0]).toMatch(/over full scale/);
    expect(stderr).toMatch(/over full scale/);
    expect(readdirSync(tmpdir()).filter((n) => n.startsWith("fichier-card-"))).toEqual([]);
  });

  it("runs from any folder, and ends quietly where nobody reads on", async () => {
    const elsewhere = spawnSync(
      "bash",
      ["-o", "pipefail", "-c", `"${process.execPath}" "${bin}" effects --json | head -c 10`],
      { cwd: folder, encoding: "utf8" },
    );
    expect(elsewhere).toMatchObject({
      status: 0,
      stderr: "",
      stdout: expect.stringMatching(/^\[/) as string,
    });
  });

  it("tells a response only of what has one", async () => {
    const of = (...settings: object[]) =>
      fichier(
        "response",
        "--chain",
        JSON.stringify({ medium: "audio", settings }),
        "--frequencies",
        "1000",
        "--json",
      );
    const mixed = await of(
      { effect: "audio.gain", values: { gain: -6 } },
      { effect: "audio.delay" },
      { effect: "audio.elsewhere" },
    );
    expect(mixed).toMatchObject({
      status: 0,
      stderr: expect.stringMatching(/Left out.*Delay, audio\.elsewhere/) as string,
    });
    expect(JSON.parse(mixed.stdout)).toMatchObject([
      { magnitudeDb: expect.closeTo(-6, 6) as number, without: ["Delay", "audio.elsewhere"] },
    ]);
    expect(await of({ effect: "audio.delay" })).toMatchObject({
      status: 2,
      stdout: "",
      stderr: expect.stringContaining("Nothing in this chain") as string,
    });
    expect(
      await fichier(
        "response",
        "--chain",
        JSON.stringify({ medium: "image", settings: [] }),
        "--frequencies",
        "1000",
      ),
    ).toMatchObject({ status: 2, stderr: expect.stringContaining("only those for sound") as string });
  });

  it("renders the rest of a folder where one file cannot be read, and says which", async () => {
    const [from, to] = [join(folder, "mixed"), join(folder, "mixed-out")];
    mkdirSync(from);
    for (const name of ["a.wav", "c.wav"])
      writeFileSync(join(from, name), writeWav({ planes: [tone], sampleRate: 8000 }));
    writeFileSync(join(from, "b.wav"), "no sound");
    const { status, stdout, stderr } = await fichier(
      "render",
      from,
      "--out-dir",
      to,
      "--chain",
      chain,
      "--json",
    );
    expect([status, readdirSync(to).sort()]).toEqual([1, ["a.wav", "c.wav"]]);
    expect(stderr).toMatch(/b\.wav: The material cannot be read[^]*1 of 3 could not be rendered/);
    expect((JSON.parse(stdout) as { problem?: string }[]).filter((r) => r.problem)).toHaveLength(1);
  });

  it("renders a whole folder, passing by what the card is not for", async () => {
    const [from, to] = [join(folder, "in"), join(folder, "out")];
    mkdirSync(from);
    for (const name of ["a.wav", "b.wav"])
      writeFileSync(join(from, name), writeWav({ planes: [tone], sampleRate: 8000 }));
    writeFileSync(join(from, "notes.txt"), "x");
    const card = join(folder, "hp.card.json");
    writeFileSync(
      card,
      writeCardFile({
        name: "HP",
        note: "",
        fits: [],
        folder: [],
        chain: { medium: "audio", settings: [{ effect: "audio.high-pass", values: {}, on: true, mix: 100 }] },
      }),
    );
    expect(
      (
        await fichier(
          "render",
          from,
          "--out-dir",
          to,
          "--card",
          card,
          "--format",
          "flac",
          "--range",
          "0.1..0.5",
        )
      ).status,
    ).toBe(0);
    expect(readdirSync(to).sort()).toEqual(["a.flac", "b.flac"]);
  });

  it("carries out command lines in a process beside it, one after another, and in a new one where that has died", async () => {
    const beside = new Beside();
    try {
      const list = ["effects", "--json"];
      const { status, stdout, stderr } = await beside.run(list);
      expect([status, stderr]).toEqual([0, ""]);
      expect(stdout).toBe((await fichier(...list)).stdout);
      expect(await beside.run(["render", "nowhere.wav", join(folder, "x.wav"), "--chain", chain])).toEqual(
        await fichier("render", "nowhere.wav", join(folder, "x.wav"), "--chain", chain),
      );
      const process = Reflect.get(beside, "child") as ChildProcess;
      // It does not get to it any more.
      process.kill("SIGSTOP");
      const lost = beside.run(list);
      process.kill("SIGKILL");
      await expect(lost).rejects.toThrow("The process that was at it ended (SIGKILL).");
      expect((await beside.run(list)).stdout).toBe(stdout);
      // Also where it died while nothing was asked of it.
      const idle = Reflect.get(beside, "child") as ChildProcess;
      const gone = new Promise((resolve) => idle.once("exit", resolve));
      idle.kill("SIGKILL");
      await gone;
      expect((await beside.run(list)).stdout).toBe(stdout);
    } finally {
      beside.end();
    }
  });

  it("finds exported cards by a query, with why, and says which file is none", async () => {
    const from = join(folder, "cards");
    mkdirSync(join(from, "below"), { recursive: true });
    const settings = [{ effect: "audio.gain", values: {}, on: true, mix: 100 }];
    const keep = (file: string, name: string, maker: string, of: string[]) =>
      writeFileSync(
        join(from, `${file}.card.json`),
        writeCardFile({ name, note: "", maker, fits: [], folder: of, chain: { medium: "audio", settings } }),
      );
    keep("a", "Fog, opened", "", ["Weather"]);
    keep("below/b", "Foghorn", "Gannet", []);
    keep("below/c", "Room", "Fog", ["Weather", "Rain"]);
    writeFileSync(join(from, "broken.card.json"), "{}");
    const run = (...words: string[]) => fichier("search", from, ...words);
    const { stdout, stderr, status } = await run("fog");
    expect([status, stdout]).toEqual([0, "Weather / Fog, opened\nWeather / Rain / Room\n2 found\n"]);
    expect(stderr).toMatch(/broken\.card\.json: This is not a card/);
    expect((await run("fog", "--explain")).stdout).toContain("Room  (maker)");
    expect((await run("-in:weather effect:gain")).stdout).toBe("Foghorn\n1 found\n");
    const { total, cards } = JSON.parse(
      (await run("fog*", "--json", "--limit", "1", "--explain")).stdout,
    ) as {
      total: number;
      cards: object[];
    };
    expect(total).toBe(3);
    expect(cards).toEqual([
      {
        file: join(from, "a.card.json"),
        name: "Fog, opened",
        folder: ["Weather"],
        medium: "audio",
        layer: "team",
        maker: "",
        why: { name: [{ start: 0, end: 3 }] },
      },
    ]);
    expect((await run("gull )")).stderr).toContain("No bracket is open here.");
    expect(await fichier("search", join(folder, "nowhere"), "x")).toMatchObject({ status: 2 });
  });

  it("renders a stretch of a film, at another size and rate", async () => {
    const film = join(folder, "film.mkv");
    spawnSync("ffmpeg", [
      ...["-v", "error", "-y", "-f", "lavfi", "-i", "testsrc2=size=64x48:rate=25:duration=2"],
      ...["-c:v", "ffv1", "-pix_fmt", "gbrp", film],
    ]);
    const look = JSON.stringify({ medium: "video", settings: [] });
    const out = join(folder, "part.mkv");
    const shape = ["--range", "0.4..1.2", "--side", "24", "--rate", "50"];
    const { status, stderr } = await fichier("render", film, out, "--chain", look, "--quiet", ...shape);
    expect([status, stderr]).toEqual([0, ""]);
    const probe = [
      "-v",
      "error",
      "-count_frames",
      "-show_entries",
      "stream=width,height,r_frame_rate,nb_read_frames",
    ];
    const { stdout } = spawnSync("ffprobe", [...probe, "-of", "csv=p=0", out], { encoding: "utf8" });
    expect(stdout.trim()).toBe("32,24,50/1,40");
    expect((await fichier("render", film, out, "--chain", look, "--rate", "26")).stderr).toContain(
      "One of: 23.976, 24, 25",
    );
    expect((await fichier("render", film, out, "--chain", look, "--side", "9")).stderr).toContain(
      "from 16 to 4320",
    );
    expect(
      (await fichier("render", wav, join(folder, "y.wav"), "--chain", chain, "--side", "24")).stderr,
    ).toContain("for films");
  });

  it.each([
    ["no such effect", ["effects", "audio.none"], 2, /There is no effect/],
    ["no chain", ["render", wav, join(folder, "x.wav")], 2, /--card FILE or --chain JSON/],
    ["an unknown ending", ["render", wav, join(folder, "x.xyz"), "--chain", chain], 2, /not known/],
    ["a picture's format", ["render", wav, join(folder, "x.png"), "--chain", chain], 2, /for audio/],
    ["broken JSON", ["render", wav, join(folder, "x.wav"), "--chain", "{oops"], 3, /line 1, column 2/],
    [
      "a value out of range",
      ["render", wav, join(folder, "x.wav"), "--chain", chain.replace("100", "1e9")],
      2,
      /between/,
    ],
    [
      "an effect from elsewhere",
      ["render", wav, join(folder, "x.wav"), "--chain", chain.replace("high-pass", "elsewhere")],
      3,
      /audio\.elsewhere/,
    ],
    [
      "material that is none",
      ["render", join(import.meta.dirname, "main.ts"), join(folder, "x.wav"), "--chain", chain],
      3,
      /cannot be read/,
    ],
    [
      "a file that is not there",
      ["render", join(folder, "none.wav"), join(folder, "x.wav"), "--chain", chain],
      2,
      /There is no file/,
    ],
    [
      "no strength",
      ["render", wav, join(folder, "x.wav"), "--chain", chain, "--strength", ""],
      2,
      /strength is a number/,
    ],
    [
      "a strange range",
      ["render", wav, join(folder, "x.wav"), "--chain", chain, "--range", "5"],
      2,
      /START\.\.END/,
    ],
  ])("answers %s with words and a code, and writes nothing", async (_, args, code, words) => {
    const { status, stderr } = await fichier(...args);
    expect([status, stderr]).toEqual([code, expect.stringMatching(words)]);
    expect(existsSync(join(folder, "x.wav"))).toBe(false);
  });
});
