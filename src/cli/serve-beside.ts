import type { Ended } from "./beside";
import { main } from "./main";

/** Carries out what the parent says until it is gone. Pre: it was started by `Beside`. */
export function serveBeside(): void {
  process.on("message", async (args: string[]) => {
    const said = { stdout: "", stderr: "" };
    const into = (stream: keyof typeof said) => ({ write: (text: string) => (said[stream] += text) });
    const status = await main(args, { stdout: into("stdout"), stderr: into("stderr") });
    process.send!({ status, ...said } satisfies Ended);
  });
  process.on("disconnect", () => process.exit());
}
