import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { materialWindow, planMix, runMix, type MixNode } from "@/core/chain/mix";
import { writeWav } from "@/core/formats/wav/write";

const folder = mkdtempSync(join(tmpdir(), "fichier-mix-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("a mix beside ffmpeg's filters adelay, volume and amix", () => {
  it("is the same sum, to the last bits of single precision", () => {
    const rate = 48_000;
    const planes = ["one", "two"].map((_, n) => [0, 1].map((c) => Float32Array.from({ length: rate }, (_v, i) => 0.4 * Math.sin(i * 0.01 * (n + 1) + c) * Math.cos(i * 0.00031))));
    const files = planes.map((p, n) => {
      const path = join(folder, `${n}.wav`);
      writeFileSync(path, writeWav({ planes: p, sampleRate: rate }, "f32"));
      return path;
    });
    const out = join(folder, "mix.f32");
    const graph = "[1:a]adelay=12000S:all=1,volume=0.5011872336272722:precision=double[b];[0:a][b]amix=inputs=2:duration=longest:normalize=0[m]";
    const done = spawnSync("ffmpeg", ["-v", "error", "-i", files[0], "-i", files[1], "-filter_complex", graph, "-map", "[m]", "-f", "f32le", "-ar", String(rate), out], { encoding: "utf8" });
    expect([done.status, done.stderr]).toEqual([0, ""]);
    const theirs = new Float32Array(new Uint8Array(readFileSync(out)).buffer);
    const node = (n: number, at: number, decibels: number): MixNode => ({
      id: String(n), strength: 100, feeds: null, sends: [], muted: false, soloed: false, material: { at, sampleRate: rate, channels: 2, frames: rate },
      chain: { medium: "audio", settings: [{ effect: "audio.gain", values: { gain: decibels }, on: true, mix: 100 }] },
    });
    const end = theirs.length / 2;
    expect(end).toBe(60_000);
    const ours = runMix(planMix([node(0, 0, 0), node(1, 0.25, -6)], { start: 0, end }, rate), (step) => planes[Number(step.node.id)].map((p) => p.subarray(materialWindow(step).start, materialWindow(step).end)));
    let worst = 0;
    for (let i = 0; i < end; i++) for (const c of [0, 1]) worst = Math.max(worst, Math.abs(ours[c][i] - theirs[2 * i + c]));
    expect(worst).toBeLessThan(3e-7);
  });
});
