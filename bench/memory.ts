import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { table } from "./measure";

const source = JSON.stringify(join(import.meta.dirname, "../src/cli/main.ts"));

/** Largest resident memory in MB of a process that runs the command line once. */
function peakMemory(args: readonly string[]): string {
  const script = `const { main } = await import(${source}); const code = await main(${JSON.stringify([...args, "--quiet"])}); console.error(code === 0 ? process.resourceUsage().maxRSS : "failed");`;
  const { stderr } = spawnSync(process.execPath, ["--import", "tsx", "--input-type=module", "-e", script], {
    encoding: "utf8",
    cwd: join(import.meta.dirname, ".."),
  });
  const last = stderr.trim().split("\n").at(-1)!;
  return last === "failed" || !Number.isFinite(Number(last))
    ? `failed: ${stderr.slice(0, 200)}`
    : `${Math.round(Number(last) / 1024)} MB`;
}

/** Peak memory of renderings on the command line: ten minutes of stereo, and 24 megapixels. */
export async function benchMemory(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  try {
    const [sound, picture] = [join(folder, "long.wav"), join(folder, "large.png")];
    spawnSync("ffmpeg", [
      "-v",
      "error",
      "-f",
      "lavfi",
      "-i",
      "anoisesrc=d=600:r=48000:a=0.2,pan=stereo|c0=c0|c1=c0",
      "-c:a",
      "pcm_s24le",
      sound,
    ]);
    spawnSync("ffmpeg", [
      "-v",
      "error",
      "-f",
      "lavfi",
      "-i",
      "testsrc2=s=6000x4000:d=0.04",
      "-frames:v",
      "1",
      picture,
    ]);
    const chain = (medium: string, ...effects: string[]) =>
      JSON.stringify({ medium, settings: effects.map((effect) => ({ effect })) });
    const rows = [
      [
        "10 minutes of stereo: high-pass, compressor, plate",
        peakMemory([
          "render",
          sound,
          join(folder, "o.wav"),
          "--chain",
          chain("audio", "audio.high-pass", "audio.compressor", "audio.plate"),
        ]),
      ],
      [
        "24 megapixels: exposure, saturation",
        peakMemory([
          "render",
          picture,
          join(folder, "a.tiff"),
          "--chain",
          chain("image", "image.exposure", "image.saturation"),
        ]),
      ],
      [
        "24 megapixels: the same and sharpen",
        peakMemory([
          "render",
          picture,
          join(folder, "b.tiff"),
          "--chain",
          chain("image", "image.exposure", "image.saturation", "image.sharpen"),
        ]),
      ],
    ];
    table("Peak memory of the command line, Node.js itself included", [["", "resident"], ...rows]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
