import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { writeCardFile } from "@/core/formats/card/write";
import { writeWav } from "@/core/formats/wav/write";
import { effects } from "@/core/effects/registry";

const folder = mkdtempSync(join(tmpdir(), "fichier-cli-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function fichier(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(import.meta.dirname, "../../bin/fichier.mjs"), ...args], { encoding: "utf8" });
  return { status, stdout, stderr };
}

const chain = JSON.stringify({ medium: "audio", settings: [{ effect: "audio.high-pass", values: { cutoff: 100, slope: "12" } }] });
const tone = Float32Array.from({ length: 8000 }, (_, i) => 0.3 * Math.sin(i * 0.2));
const wav = join(folder, "tone.wav");
writeFileSync(wav, writeWav({ planes: [tone], sampleRate: 8000 }));

describe("the command line", () => {
  it("lists every effect, and tells one's parameters", () => {
    expect((JSON.parse(fichier("--json", "effects").stdout) as { id: string }[]).map((e) => e.id)).toEqual(effects.map((e) => e.id));
    expect(fichier("effects", "audio.high-pass").stdout).toMatch(/cutoff +10 … 20000 Hz, default 80 Hz/);
  });

  it("gives a filter's response: half power at its cutoff, 12 dB an octave lower at a quarter of it (Butterworth)", () => {
    const rows = JSON.parse(fichier("--json", "response", "--chain", chain, "--frequencies", "100,25,1000").stdout) as { frequency: number; magnitudeDb: number; phaseDegrees: number }[];
    expect(rows[0].magnitudeDb).toBeCloseTo(-3.01, 2);
    expect(rows[0].phaseDegrees).toBeCloseTo(90, 1);
    expect(rows[1].magnitudeDb).toBeCloseTo(-24.1, 1);
    expect(rows[2].magnitudeDb).toBeCloseTo(0, 2);
  });

  it("renders a whole folder, passing by what the card is not for", () => {
    const [from, to] = [join(folder, "in"), join(folder, "out")];
    mkdirSync(from);
    for (const name of ["a.wav", "b.wav"]) writeFileSync(join(from, name), writeWav({ planes: [tone], sampleRate: 8000 }));
    writeFileSync(join(from, "notes.txt"), "x");
    const card = join(folder, "hp.card.json");
    writeFileSync(card, writeCardFile({ name: "HP", note: "", fits: [], folder: [], chain: { medium: "audio", settings: [{ effect: "audio.high-pass", values: {}, on: true, mix: 100 }] } }));
    expect(fichier("render", from, "--out-dir", to, "--card", card, "--format", "flac", "--range", "0.1..0.5").status).toBe(0);
    expect(readdirSync(to).sort()).toEqual(["a.flac", "b.flac"]);
  });

  it.each([
    ["no such effect", ["effects", "audio.none"], 2, /There is no effect/],
    ["no chain", ["render", wav, join(folder, "x.wav")], 2, /--card FILE or --chain JSON/],
    ["an unknown ending", ["render", wav, join(folder, "x.xyz"), "--chain", chain], 2, /not known/],
    ["a picture's format", ["render", wav, join(folder, "x.png"), "--chain", chain], 2, /for audio/],
    ["broken JSON", ["render", wav, join(folder, "x.wav"), "--chain", "{oops"], 3, /line 1, column 2/],
    ["a value out of range", ["render", wav, join(folder, "x.wav"), "--chain", chain.replace("100", "1e9")], 2, /between/],
    ["an effect from elsewhere", ["render", wav, join(folder, "x.wav"), "--chain", chain.replace("high-pass", "elsewhere")], 3, /audio\.elsewhere/],
    ["material that is none", ["render", join(import.meta.dirname, "main.ts"), join(folder, "x.wav"), "--chain", chain], 3, /cannot be read/],
    ["a file that is not there", ["render", join(folder, "none.wav"), join(folder, "x.wav"), "--chain", chain], 2, /There is no file/],
    ["a strange range", ["render", wav, join(folder, "x.wav"), "--chain", chain, "--range", "5"], 2, /START\.\.END/],
  ])("answers %s with words and a code, and writes nothing", (_, args, code, words) => {
    const { status, stderr } = fichier(...args);
    expect([status, stderr]).toEqual([code, expect.stringMatching(words)]);
    expect(existsSync(join(folder, "x.wav"))).toBe(false);
  });
});
