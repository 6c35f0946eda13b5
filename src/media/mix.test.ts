import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { materialWindow, planMix, runMix, type MixNode } from "@/core/chain/mix";
import type { EffectSetting } from "@/core/chain/model";
import { writeWav } from "@/core/formats/wav/write";
import { integratedLoudness } from "@/core/measure/loudness";
import { rmsDb } from "../../testing/signals";
import { decodeAudio } from "./decode-audio";
import { renderMixFile } from "./render-mix";

const folder = mkdtempSync(join(tmpdir(), "fichier-mix-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("a mix beside ffmpeg's filters adelay, volume and amix", () => {
  it("is the same sum, to the last bits of single precision", () => {
    const rate = 48_000;
    const planes = ["one", "two"].map((_, n) =>
      [0, 1].map((c) =>
        Float32Array.from(
          { length: rate },
          (_v, i) => 0.4 * Math.sin(i * 0.01 * (n + 1) + c) * Math.cos(i * 0.00031),
        ),
      ),
    );
    const files = planes.map((p, n) => {
      const path = join(folder, `${n}.wav`);
      writeFileSync(path, writeWav({ planes: p, sampleRate: rate }, "f32"));
      return path;
    });
    const out = join(folder, "mix.f32");
    const graph =
      "[1:a]adelay=12000S:all=1,volume=0.5011872336272722:precision=double[b];[0:a][b]amix=inputs=2:duration=longest:normalize=0[m]";
    const done = spawnSync(
      "ffmpeg",
      [
        "-v",
        "error",
        "-i",
        files[0],
        "-i",
        files[1],
        "-filter_complex",
        graph,
        "-map",
        "[m]",
        "-f",
        "f32le",
        "-ar",
        String(rate),
        out,
      ],
      { encoding: "utf8" },
    );
    expect([done.status, done.stderr]).toEqual([0, ""]);
    const theirs = new Float32Array(new Uint8Array(readFileSync(out)).buffer);
    const node = (n: number, at: number, decibels: number): MixNode => ({
      id: String(n),
      strength: 100,
      feeds: null,
      sends: [],
      muted: false,
      soloed: false,
      material: { at, sampleRate: rate, channels: 2, frames: rate },
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.gain", values: { gain: decibels }, on: true, mix: 100 }],
      },
    });
    const end = theirs.length / 2;
    expect(end).toBe(60_000);
    const ours = runMix(planMix([node(0, 0, 0), node(1, 0.25, -6)], { start: 0, end }, rate), (step) =>
      planes[Number(step.node.id)].map((p) =>
        p.subarray(materialWindow(step).start, materialWindow(step).end),
      ),
    );
    let worst = 0;
    for (let i = 0; i < end; i++)
      for (const c of [0, 1]) worst = Math.max(worst, Math.abs(ours[c][i] - theirs[2 * i + c]));
    expect(worst).toBeLessThan(3e-7);
  });
});

describe("a group rendered to a file", () => {
  const rate = 48_000;
  const sound = Float32Array.from(
    { length: 4 * rate },
    (_, i) => 0.05 * Math.sin((2 * Math.PI * 440 * i) / rate),
  );
  const planes = join(folder, "planes.f32");
  writeFileSync(planes, new Uint8Array(sound.buffer));
  const clip = (settings: EffectSetting[]): MixNode => ({
    id: "clip",
    strength: 100,
    feeds: "bus",
    sends: [],
    muted: false,
    soloed: false,
    material: { at: 0, sampleRate: rate, channels: 1, frames: sound.length },
    chain: { medium: "audio", settings },
  });
  const bus = (settings: EffectSetting[] = []): MixNode => ({
    id: "bus",
    strength: 100,
    feeds: null,
    sends: [],
    muted: false,
    soloed: false,
    material: null,
    chain: { medium: "audio", settings },
  });
  const set = (effect: string, values: EffectSetting["values"]): EffectSetting => ({
    effect,
    values,
    on: true,
    mix: 100,
  });
  const render = async (nodes: MixNode[], pathOf?: (hash: string) => string | null) => {
    const out = join(folder, "bus.wav");
    await renderMixFile(
      out,
      { nodes, root: "bus", sampleRate: rate, format: "wav-float", ...(pathOf && { pathOf }) },
      () => planes,
    );
    return (await decodeAudio(readFileSync(out))).planes;
  };

  it("hears the whole of a clip first where an effect of its has to", async () => {
    const made = await render([clip([set("audio.loudness-target", { target: -18 })]), bus()]);
    // One channel becomes both sides of a mix: twice the power, 3.01 LU.
    expect(integratedLoudness([made[0]], rate)).toBeCloseTo(-18, 1);
    expect(integratedLoudness(made, rate)).toBeCloseTo(-18 + 3.01, 1);
  });

  it("finds the files that effects depend on, and names those that are not here", async () => {
    const echo = new Float32Array(2400);
    echo[1200] = 1;
    const impulse = join(folder, "echo.wav");
    writeFileSync(impulse, writeWav({ planes: [echo], sampleRate: rate }, "f32"));
    const reverb = [set("audio.convolution", { response: "c".repeat(64), preDelay: 0, level: 0 })];
    const wet = await render([clip(reverb), bus()], () => impulse);
    expect(wet[0].subarray(0, 1000).every((v) => Math.abs(v) < 1e-5)).toBe(true);
    expect(rmsDb(wet[0], 5000, 90_000)).toBeGreaterThan(-40);
    await expect(render([clip(reverb), bus()])).rejects.toThrow(/impulse response cccccccc/);
  });

  it("says where there is no material to hear", async () =>
    expect(render([clip([]), bus([set("audio.loudness-target", {})])])).rejects.toThrow(
      /has to hear the whole material first/,
    ));
});
