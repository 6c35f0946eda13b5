import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, describe, expect, it } from "vitest";
import { noise } from "../../testing/signals";
import { pngFile, tiffFile } from "../../testing/pictures";
import type { Chain } from "@/core/chain/model";
import { maskOf, type Speaker } from "@/core/signal/speakers";
import { LoudnessMeter } from "@/core/signal/loudness-meter";
import { writeWav } from "@/core/formats/wav/write";
import { isSrgb, readShaper } from "@/core/formats/icc/shaper";
import { decodeAudio } from "./decode-audio";
import { UnreadableMedia } from "./process";
import { renderFile } from "./render-file";
import type { ResultFormat } from "@/core/library/renders";
import { sayNote, type MediaNote } from "./results";
import { probeSound, soundBlocks } from "./sound-stream";

const folder = mkdtempSync(join(tmpdir(), "fichier-transparent-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const place = (name: string) => join(folder, name);

const nothing: Chain = { medium: "audio", settings: [] };
const off: Chain = {
  medium: "audio",
  settings: [{ effect: "audio.gain", values: { gain: 6 }, on: false, mix: 100 }],
};

/** Renders a file, and gives what was said of it. */
async function render(
  input: string,
  output: string,
  format: ResultFormat,
  chain = nothing,
): Promise<MediaNote[]> {
  const notes: MediaNote[] = [];
  await renderFile(
    place(input),
    place(output),
    { chain, strength: 100, format },
    { onNote: (note) => notes.push(note) },
  );
  return notes;
}

/** The codes of a file as another program reads them. */
function codes(name: string, format: "s16le" | "s32le"): Int16Array | Int32Array {
  const { stdout } = spawnSync("ffmpeg", ["-v", "error", "-i", place(name), "-f", format, "-"], {
    maxBuffer: 1e8,
  });
  const bytes = new Uint8Array(stdout).buffer;
  return format === "s16le" ? new Int16Array(bytes) : new Int32Array(bytes);
}

const encode = (name: string, input: Buffer, from: string, rate: number, ...args: string[]) => {
  const { status, stderr } = spawnSync(
    "ffmpeg",
    ["-v", "error", "-y", "-f", from, "-ar", String(rate), "-ac", "1", "-i", "-", ...args, place(name)],
    { input, encoding: "utf8" },
  );
  if (status !== 0) throw new Error(stderr);
};

describe("a chain that does nothing leaves every code as it was", () => {
  const every16 = Int16Array.from({ length: 65_536 }, (_, i) => i - 32_768);
  const some24 = Int32Array.from(noise(30_000, 5), (v) => Math.floor(v * 2 ** 23) * 256);
  // No float holds these: all 32 bits count.
  const some32 = Int32Array.from({ length: 30_000 }, (_, i) => (Math.imul(i + 1, 0x9e3779b1) ^ (i << 7)) | 0);

  it.each([
    ["wav-16", "a.wav"],
    ["wav", "a.wav"],
    ["wav-32", "a.wav"],
    ["flac", "a.flac"],
  ] as const)("every code of 16 bits, from WAV and FLAC, to %s", async (format, name) => {
    encode("in.wav", Buffer.from(every16.buffer), "s16le", 48_000, "-c:a", "pcm_s16le");
    encode("in.flac", Buffer.from(every16.buffer), "s16le", 48_000, "-c:a", "flac");
    for (const input of ["in.wav", "in.flac"]) {
      await render(input, name, format, off);
      expect(Buffer.compare(Buffer.from(codes(name, "s16le").buffer), Buffer.from(every16.buffer))).toBe(0);
    }
  });

  it.each([
    ["wav", "b.wav"],
    ["wav-32", "b.wav"],
    ["flac", "b.flac"],
  ] as const)("codes of 24 bits to %s", async (format, name) => {
    encode("deep.wav", Buffer.from(some24.buffer), "s32le", 44_100, "-c:a", "pcm_s24le");
    encode("deep.flac", Buffer.from(some24.buffer), "s32le", 44_100, "-c:a", "flac", "-sample_fmt", "s32");
    for (const input of ["deep.wav", "deep.flac"]) {
      await render(input, name, format);
      expect(Buffer.compare(Buffer.from(codes(name, "s32le").buffer), Buffer.from(some24.buffer))).toBe(0);
    }
  });

  it("codes of 32 bits, which floats would round, and a range of them", async () => {
    encode("deepest.wav", Buffer.from(some32.buffer), "s32le", 44_100, "-c:a", "pcm_s32le");
    await render("deepest.wav", "c.wav", "wav-32");
    expect(Buffer.compare(Buffer.from(codes("c.wav", "s32le").buffer), Buffer.from(some32.buffer))).toBe(0);
    await renderFile(place("deepest.wav"), place("part.wav"), {
      chain: { ...off },
      strength: 0,
      format: "wav-32",
      range: { start: 1234, end: 20_001 },
    });
    expect([...codes("part.wav", "s32le")]).toEqual([...some32.subarray(1234, 20_001)]);
  });

  it("pictures of 8 and of 16 bits, and again what was made of them", async () => {
    const still: Chain = { medium: "image", settings: [] };
    const picture = (name: string) =>
      spawnSync("ffmpeg", ["-v", "error", "-i", place(name), "-f", "rawvideo", "-pix_fmt", "rgb48le", "-"], {
        maxBuffer: 1e8,
      }).stdout;
    const deep = Array.from({ length: 3 * 256 * 256 }, (_, i) => (i * 23_456_789) % 65_536);
    writeFileSync(
      place("deep.png"),
      pngFile({ width: 256, height: 256, bits: 16, channels: 3, codes: deep }),
    );
    writeFileSync(
      place("plain.tiff"),
      tiffFile({
        width: 16,
        height: 16,
        bits: 8,
        channels: 3,
        codes: Array.from({ length: 768 }, (_, i) => i % 256),
      }),
    );
    for (const [input, wanted] of [
      ["deep.png", deep],
      ["plain.tiff", Array.from({ length: 768 }, (_, i) => (i % 256) * 257)],
    ] as const)
      for (const [format, name] of [
        ["png", "d.png"],
        ["tiff", "d.tiff"],
      ] as const) {
        await render(input, name, format, still);
        await render(name, `again-${name}`, format, still);
        for (const made of [name, `again-${name}`])
          expect(Buffer.compare(picture(made), Buffer.from(Uint16Array.from(wanted).buffer))).toBe(0);
      }
  });
});

describe("rendered pictures say that they are sRGB", () => {
  it.each([
    ["png", "p.png"],
    ["tiff", "p.tiff"],
    ["jpeg", "p.jpg"],
  ] as const)("%s carries its profile", async (format, name) => {
    writeFileSync(
      place("p-in.png"),
      pngFile({ width: 30, height: 20, bits: 16, codes: [40_000, 20_000, 9000] }),
    );
    await render("p-in.png", name, format, { medium: "image", settings: [] });
    const facts = await sharp(place(name)).metadata();
    expect(isSrgb(readShaper(facts.icc!)!)).toBe(true);
    expect([facts.width, facts.height]).toEqual([30, 20]);
    // Another reader takes it too.
    const { status, stderr, stdout } = spawnSync("ffmpeg", [
      "-v",
      "error",
      "-i",
      place(name),
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgb24",
      "-",
    ]);
    expect([status, stderr.toString()]).toEqual([0, ""]);
    [40_000, 20_000, 9000].forEach((code, c) => expect(Math.abs(stdout[c] - code / 257)).toBeLessThan(2.5));
  });
});

describe("loudspeakers", () => {
  const rate = 48_000;
  const tone = (n: number) =>
    Float32Array.from(
      { length: 3 * rate },
      (_, i) => 0.25 * Math.sin((2 * Math.PI * (997 + n) * i) / rate) * Math.min(1, i / 2400),
    );
  const layouts: [string, Speaker[]][] = [
    ["4.0", ["FL", "FR", "FC", "BC"]],
    ["3.0(back)", ["FL", "FR", "BC"]],
    ["2.1", ["FL", "FR", "LFE"]],
    ["5.1(side)", ["FL", "FR", "FC", "LFE", "SL", "SR"]],
  ];
  const measured = async (name: string) => {
    const facts = await probeSound(place(name));
    const meter = new LoudnessMeter(facts.channels, facts.sampleRate, false, facts.mask);
    for await (const block of soundBlocks(place(name), facts)) meter.hear(block, block[0].length);
    return meter.integrated;
  };
  it.each(layouts)(
    "of %s are kept in WAV and FLAC, and weighed as ffmpeg's ebur128 does",
    async (layout, speakers) => {
      writeFileSync(
        place("layout.wav"),
        writeWav({ planes: speakers.map((_, n) => tone(n)), sampleRate: rate }, "s24", maskOf(speakers)),
      );
      const said = spawnSync(
        "ffmpeg",
        ["-hide_banner", "-nostats", "-i", place("layout.wav"), "-af", "ebur128", "-f", "null", "-"],
        { encoding: "utf8" },
      ).stderr;
      const theirs = Number(/I:\s+(-?[\d.]+) LUFS/.exec(said.slice(said.lastIndexOf("Summary")))![1]);
      expect(Math.abs((await measured("layout.wav")) - theirs)).toBeLessThan(0.06);
      for (const [format, name] of [
        ["wav", "kept.wav"],
        ["flac", "kept.flac"],
      ] as const) {
        await render("layout.wav", name, format);
        const { stdout } = spawnSync(
          "ffprobe",
          ["-v", "error", "-show_entries", "stream=channel_layout", "-of", "default=nw=1:nk=1", place(name)],
          { encoding: "utf8" },
        );
        expect(stdout.trim()).toBe(layout);
        expect(await measured(name)).toBeCloseTo(await measured("layout.wav"), 4);
      }
    },
  );
});

describe("loudspeakers that ffmpeg named", () => {
  it.each([
    "mono",
    "stereo",
    "3.0",
    "3.0(back)",
    "quad",
    "4.0",
    "5.0",
    "5.0(side)",
    "5.1",
    "5.1(side)",
    "6.1",
    "7.1",
    "7.1(wide)",
  ])("%s is what a rendering names", async (layout) => {
    for (const source of ["from.flac", "from.wav"]) {
      const made = spawnSync("ffmpeg", [
        ...[
          "-v",
          "error",
          "-y",
          "-f",
          "lavfi",
          "-i",
          `anoisesrc=r=48000:d=0.1:a=0.1,aformat=channel_layouts=${layout}`,
        ],
        place(source),
      ]);
      expect(made.status).toBe(0);
      for (const [format, name] of [
        ["wav", "named.wav"],
        ["wav-float", "named-float.wav"],
        ["flac", "named.flac"],
      ] as const) {
        await render(source, name, format);
        const { stdout } = spawnSync(
          "ffprobe",
          [
            "-v",
            "error",
            "-show_entries",
            "stream=channel_layout,channels",
            "-of",
            "default=nw=1:nk=1",
            place(name),
          ],
          { encoding: "utf8" },
        );
        // Of one and two channels the number says it.
        const [channels, said] = stdout.trim().split("\n");
        if (Number(channels) > 2) expect(said, `${source} as ${name}`).toBe(layout);
      }
    }
  });
});

describe("what is no sound in a sound", () => {
  const broken = noise(48_000, 3, 0.2);
  broken[1000] = NaN;
  broken[2000] = Infinity;
  broken[2001] = -Infinity;
  broken[3000] = 1e30;
  it("becomes silence, is counted, and silences nothing after it", async () => {
    writeFileSync(place("nan.wav"), writeWav({ planes: [broken], sampleRate: 48_000 }, "f32"));
    const filter: Chain = {
      medium: "audio",
      settings: [{ effect: "audio.high-pass", values: { cutoff: 100 }, on: true, mix: 100 }],
    };
    const notes = await render("nan.wav", "mended.wav", "wav-float", filter);
    expect(notes).toEqual([{ code: "repaired", samples: 4 }]);
    expect(sayNote(notes[0])).toContain("4 samples of the material were no numbers");
    const [plane] = (await decodeAudio(readFileSync(place("mended.wav")))).planes;
    expect(plane.subarray(40_000).some((v) => Math.abs(v) > 0.05)).toBe(true);
    expect(plane.every(Number.isFinite)).toBe(true);
  });

  it("over full scale is cut off in integers, with words and the peak, and kept in floats", async () => {
    writeFileSync(
      place("loud.wav"),
      writeWav({ planes: [Float32Array.of(0.5, 2, -1.5, 0)], sampleRate: 48_000 }, "f32"),
    );
    for (const format of ["wav-16", "wav", "wav-32", "flac"] as const) {
      const [note] = await render("loud.wav", "cut.out", format);
      expect(note).toMatchObject({ code: "clipped", samples: 2 });
      expect(sayNote(note)).toMatch(/2 samples were over full scale .* 6\.0 dB/);
    }
    expect(await render("loud.wav", "kept.wav", "wav-float")).toEqual([]);
  });
});

describe("files whose headers say little", () => {
  const sound = writeWav({ planes: [noise(20_000, 1, 0.3)], sampleRate: 48_000 }, "s16");
  const data = Buffer.from(sound).indexOf("data");
  const withLength = (riff: number, length: number) => {
    const bytes = Buffer.from(sound);
    bytes.writeUInt32LE(riff, 4);
    bytes.writeUInt32LE(length, data + 4);
    return bytes;
  };
  it.each([
    [0xffffffff, 0xffffffff],
    [0x7ffff024, 0x7ffff000],
  ])("a WAV that was piped, of length %i, is read to its end", async (riff, length) => {
    expect((await decodeAudio(withLength(riff, length))).planes[0].length).toBe(20_000);
  });
  it("one that is cut off is still damaged", async () => {
    await expect(decodeAudio(Buffer.from(sound).subarray(0, 20_000))).rejects.toThrow(UnreadableMedia);
  });
  it.each([1, 500, 2_000_000])("a rate of %i samples a second gets words", async (rate) => {
    const bytes = Buffer.from(sound);
    bytes.writeUInt32LE(rate, bytes.indexOf("fmt ") + 12);
    await expect(decodeAudio(bytes)).rejects.toThrow(/samples a second/);
  });
  it.each([
    ["m4a", "aac", ["-c:a", "aac"]],
    ["ADTS", "aac", ["-c:a", "aac", "-f", "adts"]],
    ["Opus", "opus", ["-c:a", "libopus"]],
  ])("%s is read", async (_, ending, args) => {
    const name = `lossy.${ending === "aac" && args.length === 2 ? "m4a" : ending}`;
    encode(
      name,
      Buffer.from(noise(96_000, 2, 0.3).map((v, i) => v * 0.02 + 0.3 * Math.sin(i * 0.05)).buffer),
      "f32le",
      48_000,
      ...args,
    );
    const { planes, sampleRate } = await decodeAudio(readFileSync(place(name)));
    expect(sampleRate).toBe(48_000);
    expect(Math.abs(planes[0].length - 96_000)).toBeLessThan(4000);
    expect(Math.sqrt(planes[0].reduce((sum, v) => sum + v * v, 0) / planes[0].length)).toBeCloseTo(0.212, 1);
  });
  it("of an impulse response only the seconds that are used are decoded", async () => {
    const long = writeWav({ planes: [noise(40 * 8000, 1)], sampleRate: 8000 }, "s16");
    expect((await decodeAudio(long, 20)).planes[0].length).toBe(160_000);
  });
});
