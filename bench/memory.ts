import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { look } from "./chains";
import { table } from "./measure";

const source = JSON.stringify(join(import.meta.dirname, "../src/cli/main.ts"));
const commandLine = join(import.meta.dirname, "../bin/fichier.mjs");

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

/** Resident memory in kB of a process and of all that it has started, now. */
function residentOf(root: number): number {
  const parents = new Map<number, number>();
  const resident = new Map<number, number>();
  for (const name of readdirSync("/proc")) {
    const pid = Number(name);
    if (!Number.isInteger(pid)) continue;
    try {
      const status = readFileSync(`/proc/${pid}/status`, "utf8");
      parents.set(pid, Number(/^PPid:\s+(\d+)/m.exec(status)?.[1]));
      resident.set(pid, Number(/^VmRSS:\s+(\d+)/m.exec(status)?.[1] ?? 0));
    } catch {
      // It has ended between being listed and being read.
    }
  }
  const isOf = (pid: number | undefined): boolean =>
    pid !== undefined && (pid === root || isOf(parents.get(pid)));
  return [...resident].reduce((sum, [pid, kB]) => (isOf(pid) ? sum + kB : sum), 0);
}

/** Largest resident memory in MB of the command line together with the programs it starts, looked at four times a second. */
async function peakMemoryOfAll(args: readonly string[]): Promise<string> {
  const program = spawn(process.execPath, [commandLine, ...args, "--quiet"], {
    stdio: ["ignore", "ignore", "inherit"],
  });
  const ended = once(program, "exit");
  let peak = 0;
  while (program.exitCode === null && program.signalCode === null) {
    peak = Math.max(peak, residentOf(program.pid!));
    await Promise.race([ended, wait(250)]);
  }
  return program.exitCode === 0 ? `${Math.round(peak / 1024)} MB` : "failed";
}

/** Peak memory of rendering clips, which must not grow with their length. */
async function ofClips(folder: string): Promise<string[][]> {
  const rows: string[][] = [];
  for (const minutes of [1, 4]) {
    const clip = join(folder, `${minutes}.mp4`);
    spawnSync("ffmpeg", [
      ...["-v", "error", "-f", "lavfi", "-i", `testsrc2=size=1280x720:rate=25:duration=${60 * minutes}`],
      ...["-f", "lavfi", "-i", `sine=d=${60 * minutes}`, "-c:v", "libx264", "-preset", "veryfast"],
      ...["-pix_fmt", "yuv420p", "-c:a", "aac", clip],
    ]);
    const args = ["render", clip, join(folder, `${minutes}-out.mp4`), "--chain", JSON.stringify(look)];
    rows.push([
      `${minutes} min of 1280 × 720 at 25 fps with sound: the standard look, decoder and encoder included`,
      await peakMemoryOfAll(args),
    ]);
  }
  return rows;
}

/** Peak memory of renderings on the command line: ten minutes of stereo, 24 megapixels, clips of one minute and of four. */
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
      ...(await ofClips(folder)),
    ];
    table("Peak memory of the command line, Node.js itself included", [["", "resident"], ...rows]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
