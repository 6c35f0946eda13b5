import { spawn } from "node:child_process";
import { once } from "node:events";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { isAlive } from "./setup/state";

const minder = join(import.meta.dirname, "setup/minder.ts");

/** True for a process that runs, and is not only waiting to be asked how it ended. */
function runs(pid: number): boolean {
  if (!isAlive(pid)) return false;
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, "latin1");
    return !stat.slice(stat.lastIndexOf(")") + 2).startsWith("Z");
  } catch {
    return false;
  }
}

it.each(["SIGTERM", "SIGKILL"] as const)(
  "what a start has begun ends with it, with all that this has begun itself: %s",
  async (signal) => {
    const program = `
      import { spawn } from "node:child_process";
      import { endsWithThis, endWhenTold } from ${JSON.stringify(minder)};
      endWhenTold();
      const child = spawn("sh", ["-c", "sleep 600 & echo $!; wait"], { detached: true, stdio: ["ignore", "pipe", "ignore"] });
      endsWithThis(child.pid);
      child.stdout.on("data", (text) => process.stdout.write(child.pid + " " + text));
      setInterval(() => undefined, 1000);
    `;
    const starter = spawn(process.execPath, ["--import", "tsx", "--input-type=module", "-e", program], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    const [text] = (await once(starter.stdout, "data")) as [Buffer];
    const pids = text.toString().trim().split(" ").map(Number);
    expect(pids.map(runs)).toEqual([true, true]);
    starter.kill(signal);
    await once(starter, "exit");
    await expect.poll(() => pids.map(runs), { timeout: 20_000 }).toEqual([false, false]);
  },
);
