import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { noise } from "../../testing/signals";
import { complaintOf, OtherKind } from "./process";
import { renderSoundFile } from "./render-sound";
import { sayNote } from "./results";
import { sniff } from "./sniff";
import { probeSound } from "./sound-stream";
import { probeVideo } from "./video/probe";

const folder = mkdtempSync(join(tmpdir(), "fichier-process-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("why a file cannot be read", () => {
  it.each([
    ["a.avi", "AVI", "testsrc=d=0.2:s=64x64"],
    ["a.mpg", "MPEG", "testsrc=d=0.2:s=64x64"],
    ["a.ts", "MPEG transport stream", "testsrc=d=0.2:s=64x64"],
    ["a.flv", "FLV", "testsrc=d=0.2:s=64x64"],
    ["a.wma", "WMV and WMA", "sine=d=0.2"],
  ])("%s is refused by its kind, and by what can be read", async (name, kind, source) => {
    const path = join(folder, name);
    execFileSync("ffmpeg", ["-v", "error", "-y", "-f", "lavfi", "-i", source, path], { stdio: "pipe" });
    await expect(probeVideo(path)).rejects.toThrow(
      `files of the kind ${kind} are not taken in; MP4, MOV, WebM and MKV are`,
    );
    await expect(probeSound(path)).rejects.toThrow(/not taken in; WAV, AIFF, FLAC, MP3/);
    await expect(sniff(path)).rejects.toThrow(OtherKind);
  });

  it("a film that is none says so, not what a program says of itself", async () => {
    const path = join(folder, "junk.mp4");
    writeFileSync(path, Buffer.from(noise(3000, 1).buffer));
    const refused = await probeVideo(path).catch((error: Error) => error.message);
    expect(refused).not.toMatch(/Invalid|repeated|0x|\//);
  });

  it.each([
    [["[h264 @ 0x55] broken frame", "    Last message repeated 2 times"], "broken frame"],
    [
      ["[mov @ 0x1] moov atom not found", "/tmp/x.mp4: Invalid data found when processing input"],
      "moov atom not found",
    ],
    [["/tmp/x.mp4: Invalid argument"], "it is damaged, or nothing in it can be decoded"],
    [[""], "it is damaged, or nothing in it can be decoded"],
    [
      ["Decoding went wrong", "Error while decoding stream #0:0", "Conversion failed!"],
      "Decoding went wrong",
    ],
  ])("of %j it says “%s”", (lines, said) => {
    expect(complaintOf([Buffer.from(lines.join("\n"))]).message).toBe(said);
  });
});

describe("what an effect does not reach", () => {
  const target = (values: object) => ({
    chain: {
      medium: "audio" as const,
      settings: [{ effect: "audio.loudness-target", values: { ...values }, on: true, mix: 100 }],
    },
    strength: 100,
    format: "wav" as const,
  });
  it("is said of a rendering, and nothing where it is reached", async () => {
    const path = join(folder, "tone.wav");
    // A tone at −20 dBFS: its peaks leave 20 dB, and no more.
    execFileSync("ffmpeg", [
      ...["-v", "error", "-y", "-f", "lavfi", "-i", "aevalsrc=0.1*sin(2*PI*1000*t):d=4:s=48000", path],
    ]);
    const said = async (values: object) => {
      const notes: string[] = [];
      await renderSoundFile(path, join(folder, "out.wav"), target(values), {
        onNote: (note) => notes.push(sayNote(note)),
      });
      return notes;
    };
    expect(await said({ target: -23, ceiling: -1, beyond: "softer" })).toEqual([]);
    // At a ceiling of −12 dBTP a tone on one channel reads about −15 LUFS (BS.1770: −3.01 LKFS at full scale).
    const [short] = await said({ target: -8, ceiling: -12, beyond: "softer" });
    expect(short).toMatch(
      /^The target of -8 LUFS is not reached: it is -1[45]\.\d LUFS, since its peaks may not pass -12 dBTP\.$/,
    );
    const [limited] = await said({ target: -5, ceiling: -12, beyond: "limit" });
    expect(limited).toMatch(/not reached/);
  });
});
