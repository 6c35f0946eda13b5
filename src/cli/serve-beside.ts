import type { Ended } from "./beside";
import { main } from "./main";

/** Carries out a command line in this process, and gives what it would have written. */
export async function carryOut(args: readonly string[]): Promise<Ended> {
  const said = { stdout: "", stderr: "" };
  const into = (stream: keyof typeof said) => ({ write: (text: string) => (said[stream] += text) });
  const status = await main(args, { stdout: into("stdout"), stderr: into("stderr") });
  return { status, ...said };
}

/** Carries out what the parent says until it is gone. Pre: it was started by `Beside`. */
export function serveBeside(): void {
  process.on("message", async (args: string[]) => process.send!(await carryOut(args)));
  process.on("disconnect", () => process.exit());
}
